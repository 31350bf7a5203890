/** Facts made of parts: what an area adds, what was stored before it was there, and what it stored otherwise once. */
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { factsOf, factsPart } from './parts';

const person = factsPart({ name: z.string().nullable() }, { name: null });
const levels = factsPart({ paid: z.array(z.string()) }, { paid: [] });
const FIRST = ['person', 'levels'];
/** Once what was paid was a number. */
const before = [(old: Record<string, unknown>) => ({ ...old, paid: [] })];

const now = factsOf({ person, levels }, FIRST, before);
const boards = factsPart({ entries: z.number() }, { entries: 0 });
const grown = factsOf({ person, levels, boards }, FIRST, before);
const boardsByName = factsPart({ open: z.record(z.string(), z.number()) }, { open: {} }, [
  ({ entries }) => ({ open: { notices: entries } }),
]);
const grownOn = factsOf({ person, levels, boards: boardsByName }, FIRST, before);

const through = (facts: object): unknown => JSON.parse(JSON.stringify(facts));

describe('facts in parts', () => {
  it('are known of nobody as each part says', () => {
    expect(now.nobody).toEqual({ name: null, paid: [] });
    expect(grownOn.nobody).toEqual({ name: null, paid: [], open: {} });
    expect([now.version, grown.version, grownOn.version]).toEqual([2, 3, 4]);
  });

  it('lie as they did as long as nothing is added', () => {
    expect(now.write({ name: 'Ida', paid: [] })).toEqual({ name: 'Ida', paid: [], v: 2 });
    expect(now.read({ name: 'Ida', paid: 3 })).toMatchObject({ name: 'Ida', paid: [] });
  });

  it('of an area that came later are nobody’s in what was stored before it', () => {
    const ida = through(now.write({ name: 'Ida', paid: ['patron'] }));
    expect(grown.read(ida)).toMatchObject({ name: 'Ida', paid: ['patron'], entries: 0 });
    expect(grown.read({ name: 'Ida', paid: 3 })).toMatchObject({ paid: [], entries: 0 });
    const kept = { name: 'Ida', paid: [], entries: 4 };
    expect(grown.read(through(grown.write(kept)))).toMatchObject(kept);
    expect(grown.schema.safeParse(kept).success).toBe(true);
    expect(grown.schema.safeParse({ ...kept, entries: 'four' }).success).toBe(false);
  });

  it('of one part are brought up to date without the others', () => {
    const kept = through(grown.write({ name: 'Ida', paid: ['patron'], entries: 4 }));
    expect(grownOn.read(kept)).toMatchObject({ name: 'Ida', paid: ['patron'], open: { notices: 4 } });
    const again = grownOn.write({ name: 'Ida', paid: [], open: { jobs: 1 } });
    expect(grownOn.read(through(again))).toMatchObject({ open: { jobs: 1 } });
    expect(grownOn.read(through(now.write({ name: 'Ida', paid: [] })))).toMatchObject({ open: {} });
  });

  it('that a newer program wrote are refused', () => {
    const newer = through(grownOn.write({ name: 'Ida', paid: [], open: {} }));
    expect(() => grown.read(newer)).toThrow('newer version (2)');
    expect(() => now.read({ name: 'Ida', paid: [], v: 3 })).toThrow('newer version (3)');
  });

  it('have no property in two parts', () => {
    expect(() => factsOf({ person, other: person }, FIRST, [])).toThrow('a property of the same name');
  });
});
