/**
 * Purpose: the kinds of job there are: what each carries, in which lane it runs, what people call it. To add one, name
 * it here and give it to `handle` or `outside`; a process does not start while one has nobody who carries it out.
 */
import type { ApplicationId } from '../../core/kernel';

/** Each lane has hands of its own: a mail server that hangs keeps no timer waiting. */
export const lanes = ['work', 'mail'] as const;
export type Lane = (typeof lanes)[number];

/** `says`: what stands for it where somebody reads what is due. `payload` is there for its type alone. */
export type JobKind<P = unknown> = { readonly lane: Lane; readonly says: string; readonly payload?: P };
export type JobTable = Readonly<Record<string, JobKind>>;
export type PayloadOf<K extends JobKind> = K extends JobKind<infer P> ? P : never;

export const job = <P>(lane: Lane, says: string): JobKind<P> => ({ lane, says });

export const jobKinds = {
  /** The clock knocks at an application. */
  applicationTimer: job<{ application: ApplicationId }>('work', 'an application'),
  /** Sees to whoever was moved by a process that had not noticed a new set-up yet. */
  settlePaths: job<Record<string, never>>('work', 'a look at changed paths'),
  /** Looks up whom an address belongs to and writes the letter for a forgotten password. */
  resetMail: job<{ mail: string }>('work', 'a letter for a forgotten password'),
  staffResetMail: job<{ mail: string }>('work', 'a letter for a forgotten password'),
  sendMail: job<{ id: string }>('mail', 'a letter'),
} as const;
