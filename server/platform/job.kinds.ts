/**
 * Purpose: what a kind of job says of itself. An area names its kinds in its `*.jobs.ts`; a process does not start while
 * one of them has nobody who carries it out.
 */
import type { EntityManager } from 'typeorm';
import type { ZodType, output as ZodOutput } from 'zod';
import type { Reader } from '../../core/kernel';
import { stored, type Stored } from './stored';

/** Each lane has workers of its own: a mail server that hangs keeps no timer waiting. */
export const lanes = ['work', 'cards', 'mail', 'hooks'] as const;
export type Lane = (typeof lanes)[number];

export type JobKind<P = unknown> = {
  readonly lane: Lane;
  /** What is written with a job, checked when it is read again: a job may be older than the program. */
  readonly payload: ZodType<P>;
  /** What lies in the column: the payload with its version. */
  readonly stored: Stored<P>;
  /** How the clock of a demo calls it: “a letter”. */
  says(reader: Reader): string;
  /** The same with whom it is about; null where that is gone. */
  readonly of?: (manager: EntityManager, payload: P, reader: Reader) => Promise<string | null>;
};
/** A kind whose payload is not known here. */
export type SomeJob = Omit<JobKind<never>, 'of' | 'payload' | 'stored'> & {
  readonly payload: ZodType;
  readonly stored: { readonly version: number; read(text: string): unknown; write(payload: never): string };
  readonly of?: (manager: EntityManager, payload: never, reader: Reader) => Promise<string | null>;
};
export type JobTable = Readonly<Record<string, SomeJob>>;
export type PayloadOf<K extends SomeJob> = ZodOutput<K['payload']>;

/** Names a kind of job, with the type of its payload taken from the schema. @param upgrades from older payloads, see `stored` */
export const job = <P>(kind: Omit<JobKind<P>, 'stored'>, upgrades: Parameters<typeof stored>[2] = []): JobKind<P> => ({
  ...kind,
  stored: stored('job.payload', kind.payload, upgrades),
});
