/**
 * The ends of every number a set-up may hold: what the schema takes is reckoned with by doors, ways, the check-up, dates of
 * gates and prices, and the words of changes, without a fault in any of them.
 */
import { describe, expect, it } from 'vitest';
import { NOW, applicant, keeper, lapsed, quillmoor, quillmoorDocument } from '../../tests/support/quillmoor';
import { checkUp } from '../checkup';
import { doorsOf, explain, ruleOf } from '../doors';
import { waysIn } from '../joining';
import { visitorFacts } from '../facts';
import { gatePromise } from '../joining';
import { addSpan } from '../kernel/calendar';
import { dueAt, sayBeside, sayPrice } from '../levels';
import { changesBetween } from '../revisions';
import { makeSetup, type Setup } from './index';

type Path = readonly (string | number)[];
const numbers: Path[] = [];
(function walk(value: unknown, path: Path): void {
  if (typeof value === 'number') numbers.push(path);
  else if (typeof value === 'object' && value !== null)
    for (const [key, one] of Object.entries(value)) walk(one, [...path, key]);
})(quillmoorDocument(), []);

/** From the least to the most that might be taken; what the schema refuses is left out. */
const tried = [
  -1_000_000_000,
  -1,
  0,
  1,
  2,
  1_000,
  36_500,
  99_999,
  100_000,
  1_000_000,
  999_999_999,
  Number.MAX_SAFE_INTEGER,
];

function withNumber(path: Path, value: number): Setup | null {
  const doc = quillmoorDocument();
  const holder = path.slice(0, -1).reduce<unknown>((at, key) => (at as Record<string, unknown>)[key], doc) as Record<
    string,
    unknown
  >;
  holder[String(path.at(-1))] = value;
  const made = makeSetup(doc);
  return made.ok ? made.value : null;
}

function reckonWith(setup: Setup): void {
  const { site } = setup.doc;
  const doors = doorsOf(setup);
  for (const facts of [visitorFacts, applicant, keeper, lapsed])
    for (const page of setup.doc.pages) {
      const rule = ruleOf(page.door, setup);
      const open = doors.meets(rule)(doors.prepare(facts, NOW));
      expect(explain(rule, facts, NOW, setup).open).toBe(open);
      if (!open) waysIn(rule, facts, NOW, setup, null);
    }
  checkUp(setup, { now: NOW, reviewers: ['Tamsin'], cards: true, live: quillmoor });
  changesBetween(quillmoor, setup);
  const isDay = (at: number) => expect(Number.isFinite(at) && new Date(at).getUTCFullYear() < 10_000).toBe(true);
  for (const { gates } of setup.doc.paths)
    for (const gate of gates) {
      gatePromise(gate, site);
      if ('limit' in gate) isDay(addSpan(NOW, gate.limit, site.zone));
    }
  for (const { prices } of setup.doc.levels)
    for (const price of prices) {
      sayPrice(price, site);
      sayBeside(price, site);
      const due = dueAt(price, NOW, 0, site.zone, null);
      if (due) for (const at of [due.at, due.until]) if (at !== null) isDay(at);
    }
}

describe('the ends of each number', () => {
  it.each([
    ...new Map(numbers.map((path) => [path.map((part) => (/^\d+$/.test(String(part)) ? '*' : part)).join('.'), path])),
  ])('%s', (_, path) => {
    const taken = tried.filter((value) => {
      const setup = withNumber(path, value);
      if (setup) reckonWith(setup);
      return setup !== null;
    });
    // Nothing in a set-up may be as large as it likes.
    expect(taken.at(-1) ?? 0).toBeLessThan(Number.MAX_SAFE_INTEGER);
  });
});
