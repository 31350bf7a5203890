/** Purpose: the condition on a level: held now, held for so many days, ever held. */
import { z } from 'zod';
import { drop, lastTerm, orInto, rowsIn, type HeldTerm } from '../../facts';
import { DAY, MOST_DAYS, LevelId, listed, sayShortDate, type Instant } from '../../kernel';
import { dayBegins, dayNumber } from '../../kernel/calendar';
import { doorsSays } from '../doors.sentences';
import { todayIn } from '../prepare';
import { asIs, besides, spansById, type ConditionKind, type Known, type Make } from './kind';
import { oneOf } from './phrases';

/** `heldDays`: held without a gap for at least so many calendar days. Only with `when: 'now'`. */
const schema = z.strictObject({
  fact: z.literal('level'),
  is: z.array(LevelId).min(1),
  when: z.enum(['now', 'ever']),
  heldDays: z.int().min(1).max(MOST_DAYS).optional(),
});
type Of = z.infer<typeof schema>;

const isRunning = ({ from, until }: HeldTerm, now: Instant) => from <= now && (until === null || until > now);

/** Since when one of the levels has been held without a gap, or null when none is held now. */
export function heldSince(
  facts: { readonly terms: readonly HeldTerm[] },
  levels: readonly string[],
  now: Instant,
): Instant | null {
  let since: Instant | null = null;
  for (const term of facts.terms)
    if (levels.includes(term.level) && isRunning(term, now) && (since === null || term.from < since)) since = term.from;
  if (since === null) return null;
  for (let moved = true; moved;) {
    moved = false;
    for (const { level, from, until } of facts.terms)
      if (from < since && until !== null && until >= since && levels.includes(level)) {
        since = from;
        moved = true;
      }
  }
  return since;
}

const knownOf = (is: readonly string[], { levels }: Known) => is.filter((id) => levels.has(id));

export const level: ConditionKind<Of> & { schema: typeof schema } = {
  schema,
  names: ({ is }) => is.map((id) => ({ kind: 'levels', id })),
  bits: ({ is, when, heldDays }, layout) => {
    if (heldDays && when === 'now') return null;
    const bit = when === 'now' ? layout.levelNow : layout.levelEver;
    return is.flatMap((id) => bit.get(id) ?? []);
  },
  meets(condition, facts, now, known) {
    const is = knownOf(condition.is, known);
    if (condition.when === 'ever') return facts.terms.some((term) => is.includes(term.level) && term.from <= now);
    const since = heldSince(facts, is, now);
    if (since === null) return false;
    const { zone } = known.doc.site;
    return !condition.heldDays || dayNumber(now, zone) - dayNumber(since, zone) >= condition.heldDays;
  },
  ready({ is: named, heldDays }, known) {
    const is = knownOf(named, known);
    const { zone } = known.doc.site;
    const today = todayIn(zone);
    // Only what hangs on a span is asked here; all else is a matter of bits.
    const span = heldDays ?? 0;
    return ({ facts, now }) => {
      const since = heldSince(facts, is, now);
      return since !== null && today(now) - dayNumber(since, zone) >= span;
    };
  },
  column(condition, people, now, known) {
    const is = knownOf(condition.is, known);
    const all = people.none();
    for (const id of is) {
      const held = people.level(id, now);
      if (held) orInto(all, held[condition.when]);
    }
    if (condition.when === 'ever' || !condition.heldDays) return all;
    const today = dayNumber(now, known.doc.site.zone);
    for (const row of rowsIn(all)) {
      const since = heldSince({ terms: people.termsOf(row) }, is, now);
      if (since === null || today - dayNumber(since, known.doc.site.zone) < condition.heldDays) drop(all, row);
    }
    return all;
  },
  says({ is, when, heldDays }, { levels, doc }) {
    const says = doorsSays(doc.site);
    const names = oneOf(levels, is, doc.site);
    if (when === 'ever') return says.levelEver({ levels: names });
    if (!heldDays) return says.levelNow({ levels: names });
    return (is.length > 1 ? says.levelsFor : says.levelFor)({ levels: names, count: heldDays });
  },
  found({ is, heldDays }, facts, now, known) {
    const { site } = known.doc;
    const says = doorsSays(site);
    const title = (id: string) => known.levels.get(id)?.title ?? id;
    const held = facts.terms.filter((term) => isRunning(term, now));
    if (held.length > 0) {
      const since = heldDays ? heldSince(facts, knownOf(is, known), now) : null;
      const days = since === null ? null : dayNumber(now, site.zone) - dayNumber(since, site.zone);
      const term = ({ level, until }: HeldTerm) =>
        until ? says.heldUntil({ level: title(level), date: sayShortDate(until, site) }) : title(level);
      const terms = listed(held.map(term), site);
      return days === null ? terms : says.heldFor({ held: terms, count: days });
    }
    const last = lastTerm(facts);
    return last?.until && last.until <= now
      ? says.levelEnded({ level: title(last.level), date: sayShortDate(last.until, site) })
      : says.noLevel;
  },
  marks({ is, heldDays }, facts, _now, known) {
    const { zone } = known.doc.site;
    const named = knownOf(is, known);
    return facts.terms
      .filter(({ level: id }) => named.includes(id))
      .flatMap(({ from, until }) => [
        from,
        ...(until === null ? [] : [until]),
        ...(heldDays ? [dayBegins(dayNumber(from, zone) + heldDays, zone)] : []),
      ]);
  },
  mixes: (all, _known, daysBefore) =>
    [...spansById(all, ({ when, heldDays }) => (when === 'now' ? heldDays : undefined))].map(([id, spans]) => {
      const held =
        (from: (at: Instant) => Instant, until: (at: Instant) => Instant | null): Make =>
        (facts, at) => ({
          ...facts,
          terms: [...facts.terms, { level: id as LevelId, from: from(at), until: until(at) }],
        });
      return [
        asIs,
        held(
          (at) => at - 9 * DAY,
          (at) => at - 5 * DAY,
        ),
        ...besides(spans).map((days) =>
          held(
            (at) => daysBefore(at, days),
            () => null,
          ),
        ),
        // Ended this very instant: another level that is held may go on from it without a gap.
        ...spans.map((days) =>
          held(
            (at) => daysBefore(at, days),
            (at) => at,
          ),
        ),
      ];
    }),
};
