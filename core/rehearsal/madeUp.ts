/**
 * Purpose: people who do not exist, kept by name: to look through their eyes, to fill in forms and to read letters as
 * them.
 * Invariant: days are counted from the day on which it is asked, so that whoever was made up years ago has still been a
 * member for as long as was said.
 */
import { z } from 'zod';
import { FieldValue, Standing, type Facts } from '../facts';
import { DAY, FieldId, GroupId, LevelId, Title, type Instant, type MemberId } from '../kernel';
import type { Setup } from '../setup';
import { typedOf, withComputed, type RawForm } from '../fields';

const LONGEST = 20_000;

export const MadeUp = z.strictObject({
  name: Title,
  standing: Standing,
  /** For how many days they have had it. */
  days: z.int().min(0).max(LONGEST),
  /** `left`: days until it ends, below zero since it has ended; null for good. */
  levels: z.array(z.strictObject({ level: LevelId, left: z.int().min(-LONGEST).max(LONGEST).nullable() })).max(20),
  groups: z.array(GroupId).max(50),
  answers: z.record(FieldId, FieldValue),
});
export type MadeUp = z.infer<typeof MadeUp>;

/** What doors, words and forms know of them at `now`. What the set-up does not have any more is not theirs. */
export function madeUpFacts(id: MemberId, person: MadeUp, now: Instant, setup: Setup): Facts {
  const since = now - person.days * DAY;
  const has = [...setup.fields.values()].filter((field) => person.answers[field.id] !== undefined);
  const mail = has.find(({ role }) => role === 'mail');
  return {
    member: id,
    number: null,
    name: person.name,
    mail: mail ? String(person.answers[mail.id]) : null,
    standing: person.standing,
    standingSince: since,
    joinedAt: since,
    admittedAt: person.standing === 'applicant' || person.standing === 'declined' ? null : since,
    terms: person.levels
      .filter(({ level }) => setup.levels.has(level))
      .map(({ level, left }) => {
        const until = left === null ? null : now + left * DAY;
        // A term that ended before they came began before it ended.
        return { level, from: Math.min(since, (until ?? since) - DAY), until };
      }),
    groups: person.groups.filter((group) => setup.groups.has(group)),
    fields: withComputed(
      Object.fromEntries(has.filter(({ role }) => !role).map(({ id: field }) => [field, person.answers[field]!])),
      setup,
    ),
    topics: [],
    paid: [],
    lessons: [],
    owns: false,
  };
}

/** Their answers as a form takes them, for the questions they have one to. */
export function madeUpAnswers(person: MadeUp, setup: Setup): RawForm {
  const name = [...setup.fields.values()].find(({ role }) => role === 'name');
  const own = Object.entries(person.answers).flatMap(([id, value]): [string, RawForm[string]][] => {
    const field = setup.fields.get(id);
    return field ? [[id, typedOf(field.of, value)]] : [];
  });
  return Object.fromEntries(name ? [...own, [name.id, person.name]] : own);
}
