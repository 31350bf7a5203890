/**
 * Purpose: the kinds of job there are: what each carries and in which lane it runs. To add one, name
 * it here and in the clock's catalogue, and give it to `handle` or `outside`; a process does not start while one has nobody who carries it out.
 */
import type { ApplicationId, PaymentId, TermId } from '../../core/kernel';

/** Each lane has hands of its own: a mail server that hangs keeps no timer waiting. */
export const lanes = ['work', 'cards', 'mail', 'hooks'] as const;
export type Lane = (typeof lanes)[number];

/** `payload` is there for its type alone. */
export type JobKind<P = unknown> = { readonly lane: Lane; readonly payload?: P };
export type JobTable = Readonly<Record<string, JobKind>>;
export type PayloadOf<K extends JobKind> = K extends JobKind<infer P> ? P : never;

export const job = <P>(lane: Lane): JobKind<P> => ({ lane });

export const jobKinds = {
  /** The clock knocks at an application. */
  applicationTimer: job<{ application: ApplicationId }>('work'),
  /** Sees to whoever was moved by a process that had not noticed a new set-up yet. */
  settlePaths: job<Record<string, never>>('work'),
  /** Moves up whoever waits for a place on a form. */
  movePlacesUp: job<{ form: string }>('work'),
  /** Turns answers into the new kind of their field, some people at a time, those behind `after`. */
  computeAnswers: job<{ after: string }>('work'),
  convertAnswers: job<{ field: string; before: unknown; after: string }>('work'),
  /** Looks up whom an address belongs to and writes the letter for a forgotten password. */
  resetMail: job<{ mail: string }>('work'),
  staffResetMail: job<{ mail: string }>('work'),
  /** The clock knocks at a term. */
  termTimer: job<{ term: TermId }>('work'),
  /** Charges a card; `tried`: how often it was before. */
  takePayment: job<{ payment: PaymentId; tried: number }>('cards'),
  /**
   * Asks the card house what became of a payment: once, after a notice, or again and again for as long as it is open.
   * `looks`: how often it was asked before, where it is asked again.
   */
  lookAtPayment: job<{ key: string; looks?: number }>('cards'),
  /** Has the card house close a payment that is not asked for any more, and books it where it was quicker. */
  closePayment: job<{ payment: PaymentId }>('cards'),
  giveBack: job<{ payment: PaymentId; amount: number; key: string }>('cards'),
  sendMail: job<{ id: string }>('mail'),
  callHook: job<{ id: string }>('hooks'),
} as const;
export type JobKindName = keyof typeof jobKinds;

export const isJobKind = (kind: string): kind is JobKindName => Object.hasOwn(jobKinds, kind);
