/**
 * Purpose: what a kind of job says of itself. An area names its kinds in its `*.jobs.ts`; a process does not start while
 * one of them has nobody who carries it out.
 */
import type { EntityManager } from 'typeorm';
import type { ZodType, output as ZodOutput } from 'zod';
import type { Reader } from '../../core/kernel';

/** Each lane has workers of its own: a mail server that hangs keeps no timer waiting. */
export const lanes = ['work', 'cards', 'mail', 'hooks'] as const;
export type Lane = (typeof lanes)[number];

export type JobKind<P = unknown> = {
  readonly lane: Lane;
  /** What is written with a job, checked when it is read again: a job may be older than the program. */
  readonly payload: ZodType<P>;
  /** How the clock of a demo calls it: “a letter”. */
  says(reader: Reader): string;
  /** The same with whom it is about; null where that is gone. */
  readonly of?: (manager: EntityManager, payload: P, reader: Reader) => Promise<string | null>;
};
/** A kind whose payload is not known here. */
export type SomeJob = Omit<JobKind, 'of'> & {
  readonly of?: (manager: EntityManager, payload: never, reader: Reader) => Promise<string | null>;
};
export type JobTable = Readonly<Record<string, SomeJob>>;
export type PayloadOf<K extends SomeJob> = ZodOutput<K['payload']>;

/** Names a kind of job, with the type of its payload taken from the schema. */
export const job = <P>(kind: JobKind<P>): JobKind<P> => kind;
