/** What is promised to somebody who is shut out opens the door, and nothing smaller would. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { NOW, lapsed, quillmoor, quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import { anyFacts, anyRule } from '../../tests/support/rules';
import { visitorFacts, type Facts } from '../facts';
import { DAY, type LevelId } from '../kernel';
import { firstPayment } from '../levels';
import type { SetupDocument } from '../setup';
import { waysIn } from '.';
import { explain, type Rule } from '../doors';

const opens = (rule: Rule, facts: Facts, at = NOW) => explain(rule, facts, at, quillmoor).open;
/** As somebody is who takes up a level today. */
const holding = (facts: Facts, level: LevelId): Facts => ({
  ...facts,
  standing: 'admitted',
  standingSince: NOW,
  admittedAt: facts.admittedAt ?? NOW,
  terms: [...facts.terms, { level, from: NOW, until: null }],
});
/** Those who can take a level by themselves: others are declined, closed or pause, and are offered none. */
const members = anyFacts.filter(({ standing }) => standing === 'admitted' || standing === 'lapsed');
const levels = quillmoor.doc.levels.filter(({ retired }) => !retired);

it('opens the door by every way that is promised, and leaves nobody who is shut out without one', () => {
  let promised = 0;
  fc.assert(
    fc.property(anyRule, members, (rule, facts) => {
      const ways = waysIn(rule, facts, NOW, quillmoor);
      expect(ways.length === 0).toBe(opens(rule, facts));
      for (const way of ways) {
        if (way.by === 'renew' || way.by === 'changeLevel') expect(opens(rule, holding(facts, way.level))).toBe(true);
        else if (way.by === 'wait')
          expect([opens(rule, facts, way.at - 1), opens(rule, facts, way.at)]).toEqual([false, true]);
        else continue;
        promised++;
      }
    }),
    { numRuns: 2_000, seed: 1911 },
  );
  expect(promised).toBeGreaterThan(120);
});

it('leaves out no level that would open it, the cheapest first, and asks to write only where none does', () => {
  fc.assert(
    fc.property(anyRule, members, (rule, facts) => {
      const ways = waysIn(rule, facts, NOW, quillmoor);
      if (ways.length === 0) return;
      const offered = ways.flatMap((way) => ('level' in way && way.by !== 'join' ? [way.level] : []));
      const held = new Set(
        facts.terms
          .filter(({ from, until }) => from <= NOW && (until === null || until > NOW))
          .map(({ level }) => level),
      );
      const missed = levels.filter(
        ({ id, byPath }) =>
          !held.has(id) &&
          !offered.includes(id) &&
          (!byPath || facts.terms.some(({ level }) => level === id)) &&
          opens(rule, holding(facts, id)),
      );
      expect(missed.map(({ id }) => id)).toEqual([]);
      const prices = ways.flatMap((way) =>
        way.by === 'changeLevel' ? [firstPayment(quillmoor.levels.get(way.level)!)] : [],
      );
      expect(prices).toEqual([...prices].sort((a, b) => a - b));
      if (ways.some(({ by }) => by === 'ask')) expect(ways).toEqual([{ by: 'ask' }]);
    }),
    { numRuns: 2_000, seed: 1912 },
  );
});

it('says the first day on which time alone opens it', () => {
  let waits = 0;
  fc.assert(
    fc.property(
      anyRule,
      members,
      fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 12 }),
      (rule, facts, at) => {
        if (opens(rule, facts)) return;
        const wait = waysIn(rule, facts, NOW, quillmoor).find((way) => way.by === 'wait');
        if (wait?.by === 'wait') waits++;
        // Of instants before it none opens the door; nor does any in the next three years where none is said.
        const end = wait?.by === 'wait' ? wait.at : NOW + 1_100 * DAY;
        for (const share of at) {
          const instant = NOW + Math.floor(share * (end - NOW));
          if (instant < end) expect([instant, opens(rule, facts, instant)]).toEqual([instant, false]);
        }
      },
    ),
    { numRuns: 3_000, seed: 1913 },
  );
  expect(waits).toBeGreaterThan(30);
});

it('leads to no form that cannot be sent, and to no level that is not sold', () => {
  const guide: Rule = { fact: 'level', is: ['keeper' as LevelId], when: 'now' };
  const visitor = { ...visitorFacts };
  const waysAfter = (change: (doc: SetupDocument) => unknown, facts: Facts, full?: ReadonlySet<string>) => {
    const doc = quillmoorDocument();
    change(doc);
    return waysIn(guide, facts, NOW, setupOf(doc), null, full).map(({ by }) => by);
  };
  const form = (doc: SetupDocument) => doc.forms.find(({ purpose }) => purpose.is === 'signup')!;
  expect(waysAfter(() => null, visitor)).toEqual(['signIn', 'join']);
  for (const change of [
    (doc: SetupDocument) => (form(doc).closes = '2026-10-13'),
    (doc: SetupDocument) => (form(doc).opens = '2026-10-15'),
    (doc: SetupDocument) => (form(doc).invited = true),
    (doc: SetupDocument) => (form(doc).retired = true),
  ])
    expect(waysAfter(change, visitor)).toEqual(['signIn']);
  expect(waysAfter(() => null, visitor, new Set([form(quillmoorDocument()).id]))).toEqual(['signIn']);
  const keeper = (doc: SetupDocument) => doc.levels.find(({ id }) => id === 'keeper')!;
  expect(waysAfter(() => null, lapsed)).toContain('renew');
  expect(waysAfter((doc) => (keeper(doc).retired = true), lapsed)).toEqual(['ask']);
  expect(waysAfter((doc) => keeper(doc).prices.forEach((price) => (price.retired = true)), lapsed)).toEqual(['ask']);
  // Who was declined or has left takes no level by themselves; who pauses comes back first.
  for (const standing of ['declined', 'closed'] as const)
    expect(waysAfter(() => null, { ...lapsed, standing })).toEqual(['ask']);
  expect(waysAfter(() => null, { ...lapsed, standing: 'paused' })).toEqual(['comeBack']);
});
