/**
 * Purpose: everything doors may ask about one person at one instant, as flat data, in parts.
 * Invariant: nothing here is a rule or a secret; a stored row of this shape is all a request needs to know.
 */
import { z } from 'zod';
import { FieldId, GroupId, LessonId, LevelId, MemberId, TopicId, type Instant, type Reader } from '../kernel';
import { factsSays } from './facts.sentences';
import { factsOf, factsPart, type FactsOf } from './parts';

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

/** Who somebody is, and how far they have come. */
const person = factsPart(
  {
    member: MemberId.nullable(),
    number: z.number().nullable(),
    name: z.string().nullable(),
    mail: z.string().nullable(),
    standing: Standing.nullable(),
    standingSince: z.number().nullable(),
    joinedAt: z.number().nullable(),
    admittedAt: z.number().nullable(),
  },
  {
    member: null,
    number: null,
    name: null,
    mail: null,
    standing: null,
    standingSince: null,
    joinedAt: null,
    admittedAt: null,
  },
);

/** What they answer, and what mail they want. */
const profile = factsPart(
  { fields: z.record(FieldId, FieldValue), topics: z.array(TopicId) },
  { fields: {}, topics: [] },
);

const groups = factsPart({ groups: z.array(GroupId) }, { groups: [] });

/** What they hold and have paid for: in order of time, and what was given back whole is not among it. */
const levels = factsPart({ terms: z.array(HeldTerm), paid: z.array(PaidFor) }, { terms: [], paid: [] });

/** Which lessons are done. */
const lessons = factsPart({ lessons: z.array(LessonId) }, { lessons: [] });

/** Whether what is looked at is their own: asked where something is looked at, and false where it is stored. */
const looking = factsPart({ owns: z.boolean() }, { owns: false });

/** All that is known of people, one part an area. */
const parts = { person, profile, groups, levels, lessons, looking };

/** Of rows from before facts came in parts. */
const FIRST = ['person', 'profile', 'groups', 'levels', 'lessons', 'looking'];

const facts = factsOf(parts, FIRST, [(old) => old, (old) => ({ ...old, paid: [], lessons: [], owns: false })]);

export const Facts = facts.schema;
export type Facts = FactsOf<typeof parts>;

/** A visitor: nobody is known, so every condition about a person is unmet. */
export const visitorFacts: Facts = facts.nobody;

/** Facts as they are stored. */
export const storedFacts = facts;

/** Stored facts of any version, as text. */
export const readFacts = (text: string): Facts => storedFacts.read(JSON.parse(text));

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
