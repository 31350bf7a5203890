/**
 * Purpose: conditions on what somebody has done and what is theirs: paid for a level, done a lesson, owns what they look
 * at. Days are calendar days of the site's zone.
 */
import { z } from 'zod';
import { NO_DAY, orInto, bitsWithin, type Facts, type PaidFor } from '../../facts';
import { MOST_DAYS, LessonId, LevelId, listed, sayShortDate, type Instant } from '../../kernel';
import { dayBegins, dayNumber } from '../../kernel/calendar';
import { doorsSays } from '../doors.sentences';
import { todayIn } from '../prepare';
import { asIs, besides, named, spansById, type ConditionKind, type Known, type Make } from './kind';
import { missingName, oneOf } from './phrases';

/** `within`: paid in the last so many days, today's among them. A payment that was given back whole is none. */
const paidForOf = z.strictObject({
  fact: z.literal('paidFor'),
  is: z.array(LevelId).min(1),
  within: z.int().min(1).max(MOST_DAYS).optional(),
});
type PaidForOf = z.infer<typeof paidForOf>;

/** Made once for many who are asked. */
function paying({ is: named, within: days }: PaidForOf, { levels, doc }: Known) {
  const is = named.filter((id) => levels.has(id));
  const { zone } = doc.site;
  const today = todayIn(zone);
  return (paid: readonly PaidFor[], now: Instant): boolean => {
    for (const { level, at } of paid)
      if (at <= now && is.includes(level) && (days === undefined || today(now) - dayNumber(at, zone) < days))
        return true;
    return false;
  };
}

export const paidFor: ConditionKind<PaidForOf> & { schema: typeof paidForOf } = {
  schema: paidForOf,
  names: ({ is }) => is.map((id) => ({ kind: 'levels', id })),
  bits: () => null,
  meets: (condition, { paid }, now, known) => paying(condition, known)(paid, now),
  ready(condition, known) {
    const pays = paying(condition, known);
    return ({ facts, now }) => pays(facts.paid, now);
  },
  column({ is, within: days }, people, now, { levels, doc }) {
    const today = dayNumber(now, doc.site.zone);
    const all = people.none();
    for (const id of is) {
      const paid = levels.has(id) ? people.paidDays(id, now) : null;
      if (paid) orInto(all, bitsWithin(paid, days === undefined ? NO_DAY + 1 : today - days + 1, today));
    }
    return all;
  },
  says({ is, within }, { levels, doc }) {
    const says = doorsSays(doc.site);
    const names = oneOf(levels, is, doc.site);
    return within === undefined ? says.paidFor({ levels: names }) : says.paidWithin({ levels: names, count: within });
  },
  found({ is }, { paid }, now, { levels, doc }) {
    const last = paid.findLast(({ level, at }) => is.includes(level) && at <= now);
    if (!last) return doorsSays(doc.site).notPaid;
    const level = levels.get(last.level)?.title ?? missingName(last.level, doc.site);
    return doorsSays(doc.site).paidOn({ level, date: sayShortDate(last.at, doc.site) });
  },
  marks: ({ within }, { paid }, _now, { doc }) =>
    within === undefined ? [] : paid.map(({ at }) => dayBegins(dayNumber(at, doc.site.zone) + within, doc.site.zone)),
  mixes: (all, _known, daysBefore) =>
    [...spansById(all, ({ within: days }) => days)].map(([id, spans]) => [
      asIs,
      ...besides(spans).map((days): Make => (facts, at) => ({
        ...facts,
        paid: [...facts.paid, { level: id as LevelId, at: daysBefore(at, days) }],
      })),
    ]),
};

const lessonDoneOf = z.strictObject({ fact: z.literal('lessonDone'), is: z.array(LessonId).min(1) });
export const lessonDone: ConditionKind<z.infer<typeof lessonDoneOf>> & { schema: typeof lessonDoneOf } = {
  schema: lessonDoneOf,
  names: ({ is }) => is.map((id) => ({ kind: 'lessons', id })),
  bits: () => null,
  meets: ({ is }, facts, _now, { lessons }) => is.some((id) => lessons.has(id) && facts.lessons.includes(id)),
  column({ is }, people, _now, { lessons }) {
    const all = people.none();
    for (const id of is) {
      const done = lessons.has(id) ? people.lesson(id) : null;
      if (done) orInto(all, done);
    }
    return all;
  },
  says: ({ is }, { lessons, doc }) => doorsSays(doc.site).lessonDone({ lessons: oneOf(lessons, is, doc.site) }),
  found(_, facts, _now, { lessons, doc }) {
    const done = facts.lessons.map((id) => lessons.get(id)?.title ?? missingName(id, doc.site));
    return done.length ? listed(done, doc.site) : doorsSays(doc.site).noLesson;
  },
  marks: () => [],
  mixes: (all) =>
    named(all).map((id) => [asIs, (facts) => ({ ...facts, lessons: [...facts.lessons, id as LessonId] })]),
};

/** Whether what is looked at is the person's own. Of everybody at once nothing is looked at. */
const ownsThisOf = z.strictObject({ fact: z.literal('ownsThis') });
export const ownsThis: ConditionKind<z.infer<typeof ownsThisOf>> & { schema: typeof ownsThisOf } = {
  schema: ownsThisOf,
  names: () => [],
  bits: () => null,
  meets: (_, { owns }) => owns,
  ready:
    () =>
    ({ facts }) =>
      facts.owns,
  column: (_, people) => people.none(),
  says: (_, { doc }) => doorsSays(doc.site).ownsThis,
  found: (_, { owns }: Facts, _now, { doc }) => doorsSays(doc.site)[owns ? 'isOwn' : 'isNotOwn'],
  marks: () => [],
  mixes: () => [[asIs, (facts) => ({ ...facts, owns: true })]],
};
