import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NOW, quillmoor } from '../../tests/support/quillmoor';
import { anyFacts, anyRule } from '../../tests/support/rules';
import { doorsOf, type Rule } from '../doors';
import { Population, currentTerm, type Facts } from '../facts';
import { firstPayment } from '../levels';
import { whoGetsIn } from './index';

const idOf = (n: number) => String(n).padStart(20, 'a') as never;
function peopled(all: readonly Facts[]): Population {
  const people = new Population(quillmoor.doc.site.zone);
  for (const facts of all) people.put(facts);
  return people;
}
const somebody = fc
  .array(anyFacts, { minLength: 1, maxLength: 30 })
  .map((all) => all.map((facts, n): Facts => ({ ...facts, member: idOf(n) })));

describe('whom a door lets in', () => {
  it('is whom it lets in one by one, counted, listed and held against the door before', () => {
    fc.assert(
      fc.property(somebody, anyRule, anyRule, (all, rule, was) => {
        const doors = doorsOf(quillmoor);
        const meets = (one: Rule, facts: Facts) => doors.meets(one)(doors.prepare(facts, NOW));
        const ids = (fits: (facts: Facts) => boolean) =>
          all
            .filter(fits)
            .map(({ member }) => member)
            .sort();
        const parts: Rule[] = [was, { none: [rule] }];
        const door = { setup: quillmoor, rule };
        const before = { setup: quillmoor, rule: was };
        const lists = {
          inside: ids((one) => meets(rule, one)),
          outside: ids((one) => !meets(rule, one)),
          letIn: ids((one) => meets(rule, one) && !meets(was, one)),
          shutOut: ids((one) => !meets(rule, one) && meets(was, one)),
        };
        const people = peopled(all);
        for (const list of ['inside', 'outside', 'letIn', 'shutOut'] as const) {
          const found = whoGetsIn(door, parts, before, list, people, NOW);
          expect([...found.listed].sort()).toEqual(lists[list]);
          expect([found.inside, found.outside]).toEqual([lists.inside.length, lists.outside.length]);
          expect(found.change).toEqual({
            before: ids((one) => meets(was, one)).length,
            letIn: lists.letIn.length,
            shutOut: lists.shutOut.length,
          });
          expect(found.parts).toEqual(parts.map((part) => ids((one) => meets(part, one)).length));
        }
        const byLevel = whoGetsIn(door, [], null, null, people, NOW);
        expect(byLevel.change).toBeNull();
        expect(byLevel.listed).toEqual([]);
        expect(byLevel.levels.reduce((sum, { count }) => sum + count, 0)).toBe(lists.inside.length);
      }),
      { numRuns: 200 },
    );
  });

  it('counts each once, by the dearest level held', () => {
    const term = (level: string, from = 0) => ({ level: level as never, from, until: null });
    const base = { ...quillmoorFacts(), terms: [] };
    const all: Facts[] = [
      { ...base, member: idOf(1), terms: [term('friend'), term('keeper')] },
      { ...base, member: idOf(2), terms: [term('friend')] },
      { ...base, member: idOf(3), terms: [term('keeper', NOW + 1)] },
    ];
    const [friend, keeper] = ['friend', 'keeper'].map((id) => quillmoor.levels.get(id)!);
    expect(firstPayment(keeper!)).toBeGreaterThan(firstPayment(friend!));
    expect(currentTerm(all[2]!, NOW)).toBeNull();
    const found = whoGetsIn({ setup: quillmoor, rule: { all: [] } }, [], null, null, peopled(all), NOW);
    expect(new Map(found.levels.map(({ level, count }) => [level, count]))).toEqual(
      new Map([
        ['keeper', 1],
        ['friend', 1],
        [null, 1],
      ]),
    );
  });
});

function quillmoorFacts(): Facts {
  return fc.sample(anyFacts, { numRuns: 1, seed: 1 })[0]!;
}
