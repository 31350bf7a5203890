/**
 * Purpose: everything doors may ask about one person at one instant, as flat data.
 * Invariant: nothing here is a rule or a secret; a stored row of this shape is all a request needs to know.
 */
import { z } from 'zod';
import {
  FieldId,
  GroupId,
  LessonId,
  LevelId,
  MemberId,
  TopicId,
  versioned,
  type Instant,
  type Reader,
} from '../kernel';
import { factsSays } from './facts.sentences';

export const Standing = z.enum(['applicant', 'admitted', 'paused', 'lapsed', 'declined', 'closed']);
export type Standing = z.infer<typeof Standing>;
export const standings = Standing.options;

/** `Admitted`. */
export const sayStanding = (standing: Standing, reader: Reader): string => factsSays(reader)[standing];

/** What a profile field may hold. Dates are `YYYY-MM-DD`; several choices are a list of choice ids. */
export const FieldValue = z.union([z.string(), z.number(), z.boolean(), z.array(z.string())]);
export type FieldValue = z.infer<typeof FieldValue>;

/** A level held from `from` until `until` (exclusive, null for good), instants in milliseconds. */
export const HeldTerm = z.object({
  level: LevelId,
  from: z.number(),
  until: z.number().nullable(),
  /** Until when it is paid, where it is held longer so that a renewal can be waited for. */
  paidUntil: z.number().nullable().optional(),
});
export type HeldTerm = z.infer<typeof HeldTerm>;

/** That a level was paid for, at an instant in milliseconds. */
export const PaidFor = z.object({ level: LevelId, at: z.number() });
export type PaidFor = z.infer<typeof PaidFor>;

export const Facts = z.object({
  member: MemberId.nullable(),
  number: z.number().nullable(),
  name: z.string().nullable(),
  mail: z.string().nullable(),
  standing: Standing.nullable(),
  standingSince: z.number().nullable(),
  joinedAt: z.number().nullable(),
  admittedAt: z.number().nullable(),
  terms: z.array(HeldTerm),
  groups: z.array(GroupId),
  fields: z.record(FieldId, FieldValue),
  topics: z.array(TopicId),
  /** In order of time; what was given back whole is not among them. */
  paid: z.array(PaidFor),
  /** Lessons that are done. */
  lessons: z.array(LessonId),
  /** Whether what is looked at is their own. Asked where something is looked at, and never stored. */
  owns: z.boolean(),
});
export type Facts = z.infer<typeof Facts>;

/** A visitor: nobody is known, so every condition about a person is unmet. */
export const visitorFacts: Facts = Object.freeze({
  member: null,
  number: null,
  name: null,
  mail: null,
  standing: null,
  standingSince: null,
  joinedAt: null,
  admittedAt: null,
  terms: [],
  groups: [],
  fields: {},
  topics: [],
  paid: [],
  lessons: [],
  owns: false,
});

/** The term that counts now: of those running, the one that lasts longest. */
export function currentTerm(facts: Facts, now: Instant): HeldTerm | null {
  let best: HeldTerm | null = null;
  for (const term of facts.terms) {
    if (term.from > now || (term.until !== null && term.until <= now)) continue;
    if (!best || (best.until !== null && (term.until === null || term.until > best.until))) best = term;
  }
  return best;
}

/**
 * The day that is told of a level that is held: until when it is paid, or where a renewal is waited for until when it can
 * come. Null for good.
 */
export const toldUntil = ({ until, paidUntil }: Pick<HeldTerm, 'until' | 'paidUntil'>, now: Instant): Instant | null =>
  typeof paidUntil === 'number' && paidUntil > now ? paidUntil : until;

/** The term that ended last, when none runs now. */
export function lastTerm(facts: Facts): HeldTerm | null {
  return facts.terms.reduce<HeldTerm | null>(
    (last, term) => (!last || (term.until ?? Infinity) > (last.until ?? Infinity) ? term : last),
    null,
  );
}

/** Facts as they are stored. Version 1 said no version. */
export const storedFacts = versioned<Facts>([(old) => old, (old) => ({ ...old, paid: [], lessons: [], owns: false })]);

/** Stored facts of any version, as text. Quick for those of the present one: every request of a member reads them. */
export function readFacts(text: string): Facts {
  const raw = JSON.parse(text) as Facts & { v?: number };
  return raw.v === storedFacts.version ? raw : storedFacts.read(raw, undefined);
}
