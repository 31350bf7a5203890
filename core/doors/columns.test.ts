import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NOW, keeper, quillmoor } from '../../tests/support/quillmoor';
import { anyFacts, anyRule } from '../../tests/support/rules';
import { Population, count, rowsIn, type Facts } from '../facts';
import { DAY } from '../kernel';
import { doorColumnsOf, compile, explain, layoutOf, prepare, type Rule } from './index';

const layout = layoutOf(quillmoor);
const zone = quillmoor.doc.site.zone;
/** Distinct people with those facts. */
const named = (all: readonly Facts[], mark = 'p'): Facts[] =>
  all.map((facts, n) => ({
    ...facts,
    member: `${mark}${n}` as never,
    mail: n % 3 ? facts.mail : `${n}@elsewhere.example`,
    admittedAt: n % 5 ? facts.admittedAt : null,
  }));
const populated = (all: readonly Facts[]): Population => {
  const people = new Population(zone);
  for (const facts of all) people.put(facts);
  return people;
};
const found = (people: Population, rule: Rule, now: number) =>
  [...rowsIn(doorColumnsOf(people, now, quillmoor).who(rule))].map(people.idOf).sort();
const passes = (all: readonly Facts[], rule: Rule, now: number) =>
  all
    .filter((facts) => compile(rule, layout, quillmoor)(prepare(layout, facts, now)))
    .map(({ member }) => String(member))
    .sort();
const anyNow = fc.integer({ min: -500, max: 400 }).map((days) => NOW + days * DAY);

describe('everybody at once', () => {
  it('are let in by whom a door lets in, one by one, and by what is explained', () => {
    fc.assert(
      fc.property(anyRule, fc.array(anyFacts, { maxLength: 40 }), anyNow, (rule, facts, now) => {
        const all = named(facts);
        const open = found(populated(all), rule, now);
        expect(open).toEqual(passes(all, rule, now));
        expect(open).toEqual(
          all
            .filter((one) => explain(rule, one, now, quillmoor).open)
            .map(({ member }) => String(member))
            .sort(),
        );
      }),
      { numRuns: 300 },
    );
  });

  it('stay right while people come, change and go', () => {
    fc.assert(
      fc.property(
        anyRule,
        fc.array(anyFacts, { minLength: 3, maxLength: 12 }),
        fc.array(fc.tuple(fc.nat(11), fc.option(anyFacts)), { maxLength: 20 }),
        (rule, facts, changes) => {
          const now = new Map(named(facts).map((one) => [String(one.member), one]));
          const people = populated([...now.values()]);
          for (const [n, next] of changes) {
            const id = `p${n}`;
            if (next) {
              const [one] = named([next]);
              now.set(id, { ...one!, member: id as never });
              people.put(now.get(id)!);
            } else {
              now.delete(id);
              people.remove(id);
            }
            expect(people.size).toBe(now.size);
          }
          expect(found(people, rule, NOW)).toEqual(passes([...now.values()], rule, NOW));
        },
      ),
      { numRuns: 200 },
    );
  });

  it('may be more than there was room for', () => {
    const all = Array.from({ length: 5_000 }, (_, n): Facts => ({
      ...keeper,
      member: `p${n}` as never,
      fields: {
        'years-keeping': n % 50,
        'apiary-postcode': `QM${n % 10} 1AA`,
        interests: n % 2 ? ['pollen'] : [],
      } as never,
    }));
    const people = populated(all);
    const who = doorColumnsOf(people, NOW, quillmoor).who({
      all: [
        { fact: 'field', field: 'years-keeping' as never, test: { op: 'atLeast', value: 25 } },
        { fact: 'field', field: 'apiary-postcode' as never, test: { op: 'startsWith', value: 'qm4' } },
      ],
    });
    expect(count(who)).toBe(200);
    expect([...rowsIn(who)].every((row) => Number(people.idOf(row).slice(1)) % 50 >= 25)).toBe(true);
  });

  it('hands out sets of the caller’s own', () => {
    const people = populated(named([keeper]));
    const columns = doorColumnsOf(people, NOW, quillmoor);
    const rule: Rule = { fact: 'signedIn' };
    columns.who(rule).fill(0);
    expect(count(columns.who(rule))).toBe(1);
  });
});
