import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { quillmoor, quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import { sameBody, type SetupDocument } from '../setup';
import { changesBetween } from './index';

const after = (change: (doc: SetupDocument) => unknown) => {
  const doc = quillmoorDocument();
  change(doc);
  return changesBetween(quillmoor, setupOf(doc));
};
const told = (change: (doc: SetupDocument) => unknown) =>
  after(change).flatMap(({ area, kind, title, how, differences }) => [
    `${area}, ${kind} ${title}: ${how}`,
    ...differences.map(({ label, now, was }) => `  ${label}: ${now ?? '–'} (${was ?? '–'})`),
  ]);

describe('changes in words', () => {
  it('there are none where nothing is different, whatever the order of properties', () => {
    expect(after(() => null)).toEqual([]);
    expect(
      after((doc) => (doc.levels[0] = Object.fromEntries(Object.entries(doc.levels[0]!).reverse()) as never)),
    ).toEqual([]);
  });

  it('say what a gate did before and does now', () => {
    expect(told((doc) => (doc.paths[0]!.gates[1] = { ...doc.paths[0]!.gates[1]!, then: 'close' } as never))).toEqual([
      'joining, path Keeper path: changed',
      '  Review: If time runs out: the application is closed (asked again, 7 days more)',
    ]);
  });

  it('tell a field by its label, limits and choices', () => {
    expect(
      told((doc) => {
        const field = doc.fields.find(({ id }) => id === 'colonies-kept')! as { of: { most: number }; help?: string };
        field.of.most = 200;
        delete field.help;
      }),
    ).toEqual([
      'joining, field Colonies kept: changed',
      '  Limits: 0 to 200, counted in colonies (0 to 500, counted in colonies)',
      '  Help: – (Count nuclei as one each.)',
    ]);
  });

  it('tell apart what came, went, was retired, was brought back and was moved', () => {
    const how = (change: (doc: SetupDocument) => unknown) => after(change).map((one) => `${one.kind} ${one.how}`);
    expect(how((doc) => doc.groups.push({ id: 'cooks' as never, title: 'Cooks' }))).toEqual(['group added']);
    expect(how((doc) => doc.topics.pop())).toEqual(['topic removed']);
    expect(how((doc) => (doc.levels[0]!.retired = true))).toEqual(['level retired']);
    expect(how((doc) => doc.fields.reverse())).toEqual(['field reordered']);
    const retired = quillmoorDocument();
    retired.levels[0]!.retired = true;
    expect(changesBetween(setupOf(retired), quillmoor).map(({ how }) => how)).toEqual(['broughtBack']);
  });

  it('moving a question tells its order and nothing else', () => {
    const [change, ...more] = after((doc) => doc.forms[0]!.parts.reverse());
    expect(more).toEqual([]);
    expect(change!.differences.map(({ label }) => label)).toEqual(['Order']);
  });

  it('leave nothing out: whatever text or number is changed anywhere, a change tells of it', () => {
    const paths: (string | number)[][] = [];
    const walk = (value: unknown, path: (string | number)[]): void => {
      if (typeof value === 'object' && value !== null)
        Object.entries(value).forEach(([key, part]) => walk(part, [...path, key]));
      else if (typeof value === 'string' && !['id', 'kind', 'format'].includes(String(path.at(-1)))) paths.push(path);
      else if (typeof value === 'number') paths.push(path);
    };
    walk(quillmoorDocument(), []);
    fc.assert(
      fc.property(fc.constantFrom(...paths), (path) => {
        const doc = quillmoorDocument();
        const holder = path.slice(0, -1).reduce<never>((at, key) => at[key as never], doc as never) as Record<
          string,
          unknown
        >;
        const key = String(path.at(-1));
        holder[key] = typeof holder[key] === 'number' ? (holder[key] as number) + 1 : `${String(holder[key])}x`;
        let setup;
        try {
          setup = setupOf(doc);
        } catch {
          return;
        }
        if (sameBody(setup.doc, quillmoor.doc)) return;
        const changes = changesBetween(quillmoor, setup);
        expect(changes.length, path.join('.')).toBeGreaterThan(0);
        for (const { differences } of changes) expect(differences.length).toBeGreaterThan(0);
      }),
      { numRuns: 400 },
    );
  });
});
