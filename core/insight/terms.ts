/**
 * Purpose: what all terms together tell: what comes in day by day, and what a change of prices means to those who have them.
 * Invariant: by the very functions that ask for payments.
 */
import { type Instant, type LevelId } from '../kernel';
import { dayBegins, dayNumber } from '../kernel/calendar';
import { amountOf, isRepeated, type Price } from '../levels';
import { asPriced, comingIn, repriced, type Term } from '../money';
import { termRules, type Setup } from '../setup';

/** What one level brings in on one day, in minor units, by so many payments. */
export type ComingDay = {
  readonly day: Instant;
  readonly level: LevelId;
  readonly count: number;
  readonly amount: number;
};

/** What is asked for from `now` until `end`, if everybody pays on time; days in order. */
export function comingDays(terms: Iterable<Term>, now: Instant, end: Instant, setup: Setup): ComingDay[] {
  const { zone } = setup.doc.site;
  const rules = new Map(setup.doc.levels.map(({ id }) => [id, termRules(id, setup)]));
  const days = new Map<LevelId, Map<number, { count: number; amount: number }>>();
  comingIn(
    terms,
    now,
    end,
    (level) => rules.get(level) ?? termRules(level, setup),
    ({ at, level, amount }) => {
      const ofLevel = days.get(level) ?? new Map<number, { count: number; amount: number }>();
      if (ofLevel.size === 0) days.set(level, ofLevel);
      const day = dayNumber(at, zone);
      const sum = ofLevel.get(day);
      if (!sum) return void ofLevel.set(day, { count: 1, amount });
      sum.count++;
      sum.amount += amount;
    },
  );
  return [...days]
    .flatMap(([level, ofLevel]) => [...ofLevel].map(([day, sum]) => ({ day: dayBegins(day, zone), level, ...sum })))
    .sort((a, b) => a.day - b.day);
}

/** So many who pay `was` for a level; `becomes` null where they keep it, though it costs others another amount. */
export type PriceChange = {
  readonly level: LevelId;
  readonly count: number;
  readonly was: number;
  readonly becomes: number | null;
  /** When the first of them pays the new amount. */
  readonly first: Instant | null;
};

/** What a draft's prices mean to those who have them, the many first; what was so before the draft is not told. */
export function pricesChanged(terms: Iterable<Term>, before: Setup, after: Setup): PriceChange[] {
  const changed = new Map<string, Price>();
  for (const { id, prices } of after.doc.levels)
    for (const price of prices) {
      const was = before.levels.get(id)?.prices.find((one) => one.id === price.id);
      if (was && JSON.stringify(was) !== JSON.stringify(price)) changed.set(`${id}/${price.id}`, price);
    }
  const found = new Map<string, PriceChange>();
  for (const term of terms) {
    const price = changed.get(`${term.level}/${term.price.id}`);
    if (!price || term.state === 'ended' || !term.renews) continue;
    const told = changeFor(term, price, before, after);
    if (!told) continue;
    const key = `${term.level} ${told.was} ${told.becomes}`;
    const { count, first } = found.get(key) ?? { count: 0, first: null };
    found.set(key, {
      level: term.level,
      ...told,
      count: count + 1,
      first: told.first === null ? null : Math.min(told.first, first ?? Infinity),
    });
  }
  return [...found.values()].sort((a, b) => b.count - a.count);
}

function changeFor(
  term: Term,
  price: Price,
  before: Setup,
  after: Setup,
): Pick<PriceChange, 'was' | 'becomes' | 'first'> | null {
  const [old, now] = [before, after].map((setup) => repriced(term, termRules(term.level, setup)));
  if (now)
    return old?.becomes === now.becomes && old.at === now.at
      ? null
      : { was: now.was, becomes: now.becomes, first: now.at };
  const pays = amountOf(term.price, term.chosen ?? undefined);
  // What it would be, were it for everybody.
  const asAll = isRepeated(price) ? { ...price, forAll: '1970-01-01' } : price;
  const { price: other, chosen } = asPriced(
    { ...term, told: null },
    { ...termRules(term.level, after), prices: [asAll] },
  );
  return amountOf(other, chosen ?? undefined) === pays ? null : { was: pays, becomes: null, first: null };
}
