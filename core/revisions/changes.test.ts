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
      '  Limits: 0 to 200, counted as colony, colonies (0 to 500, counted as colony, colonies)',
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

  it('tell of what is only called otherwise where it is called so, and nowhere else', () => {
    expect(
      told((doc) => {
        doc.paths[0]!.title = 'The way in' as never;
        doc.forms[0]!.title = 'Join us' as never;
      }),
    ).toEqual([
      'joining, form Join us: changed',
      '  Title: Join us (Join Quillmoor)',
      'joining, path The way in: changed',
      '  Title: The way in (Keeper path)',
    ]);
  });

  it('tell of a typeface', () => {
    expect(told((doc) => (doc.site.look.typefaces = 'allBook'))).toEqual([
      'settings, site The site: changed',
      '  Typefaces: all book (book, plain)',
    ]);
  });

  it('leave nothing out, and name it: whatever is changed or left out anywhere, a change tells of it in words', () => {
    const paths: (string | number)[][] = [];
    const walk = (value: unknown, path: (string | number)[]): void => {
      if (path.length > 2) paths.push(path);
      if (typeof value === 'object' && value !== null)
        Object.entries(value).forEach(([key, part]) => walk(part, [...path, key]));
    };
    walk(quillmoorDocument(), []);
    const kindOf = (path: readonly (string | number)[]) =>
      path.map((part) => (/^\d+$/.test(String(part)) ? '*' : part)).join('.');
    // Of each place in a document two that stand there.
    const met = new Map<string, number>();
    const some = paths.filter((path) => {
      const times = (met.get(kindOf(path)) ?? 0) + 1;
      met.set(kindOf(path), times);
      return times <= 2;
    });
    const untold = new Set<string>();
    const look = (
      path: readonly (string | number)[],
      change: (holder: Record<string, unknown>, key: string) => void,
    ) => {
      const doc = quillmoorDocument();
      const holder = path.slice(0, -1).reduce<never>((at, key) => at[key as never], doc as never) as Record<
        string,
        unknown
      >;
      change(holder, String(path.at(-1)));
      let setup;
      try {
        setup = setupOf(doc);
      } catch {
        return;
      }
      if (sameBody(setup.doc, quillmoor.doc)) return;
      const changes = changesBetween(quillmoor, setup);
      expect(changes.length, path.join('.')).toBeGreaterThan(0);
      for (const { how, differences } of changes) {
        if (how !== 'removed') expect(differences.length, path.join('.')).toBeGreaterThan(0);
        if (differences.some(({ label }) => label === 'Details')) untold.add(kindOf(path));
      }
    };
    for (const path of some) {
      look(path, (holder, key) => {
        const was = holder[key];
        if (typeof was === 'number') holder[key] = was + 1;
        else if (typeof was === 'string') holder[key] = `${was}x`;
        else if (typeof was === 'boolean') holder[key] = !was;
      });
      look(path, (holder, key) => {
        if (Array.isArray(holder)) holder.splice(Number(key), 1);
        else delete holder[key];
      });
    }
    // What comes with a file, and a question's words that are its field's own.
    const comes = [
      /\.widths\.\*$/,
      /\.bytes$/,
      /\.blocks\.\*\.picture\.(width|height)$/,
      /^forms\.\*\.parts\.\*\.label$/,
    ];
    expect([...untold].filter((place) => !comes.some((one) => one.test(place))).sort()).toEqual([]);
  });
});
