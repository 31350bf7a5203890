// @vitest-environment jsdom
/**
 * A kind of field, of block or of condition that is added by its own file and its lines in the table is there everywhere:
 * chosen at the desk, asked about, filtered, decided, explained, checked, converted and shown. The sources are copied with
 * those kinds in them, and run.
 */
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type * as fields from '../../core/fields';
import type * as doors from '../../core/doors';
import type * as facts from '../../core/facts';
import type * as setup from '../../core/setup';
import type * as pages from '../../core/pages';
import type * as checkup from '../../core/checkup/pages';
import type * as revisions from '../../core/revisions';
import type * as rehearsal from '../../core/rehearsal';
import type * as lines from '../../web/desk/doors/lines';
import type * as rules from '../../web/desk/rules/conditions';
import { answerSql } from '../../server/members/answers.sql';
import { NOW, quillmoorDocument } from '../support/quillmoor';

const root = resolve(import.meta.dirname, '../..');
const copy = join(root, `.grown-${process.pid}`);

/** From one to five, as its answers are: a sort of number. */
const STARS = `
import { z } from 'zod';
import { ok, refuse } from '../../kernel/result';
import { sayNumber } from '../../kernel/sentences';
import { fieldsSays } from '../fields.sentences';
import { holdsNothing, noLimits, type FieldKindOf } from './kind';

const starsOf = z.strictObject({ kind: z.literal('stars') });
export const stars: FieldKindOf<z.infer<typeof starsOf>> & { schema: typeof starsOf } = {
  schema: starsOf,
  title: () => 'Stars',
  begin: () => ({ kind: 'stars' }),
  facet: () => ({ is: 'number', least: 1, most: 5, whole: true }),
  sample: () => '3',
  limits: noLimits,
  called: () => 'Stars',
  missing: () => 'Give one to five stars.',
  read: (_, raw) => ([1, 2, 3, 4, 5].includes(Number(raw)) ? ok(Number(raw)) : refuse('Give one to five stars.')),
  show: (_, value, reader) => fieldsSays(reader).withUnit({ number: Number(value), unit: 'stars' }),
  brief: (_, value, reader) => sayNumber(Number(value), reader),
  input: () => ({ kind: 'number', least: 1, most: 5 }),
  found: () => [],
  holds: holdsNothing,
};
`;

/** What somebody has said, and who. */
const QUOTE = `
import { z } from 'zod';
import { Words, chipsIn, say } from '../../kernel';
import { blockBase, type BlockKind } from './kind';

const quoteOf = z.strictObject({ kind: z.literal('quote'), ...blockBase, text: Words, by: Words });
const quoteView = z.object({ kind: z.literal('quote'), id: z.string(), text: z.string(), by: z.string() });
export const quote: BlockKind<z.infer<typeof quoteOf>, z.infer<typeof quoteView>> & {
  schema: typeof quoteOf;
  view: typeof quoteView;
} = {
  called: () => 'Quotation',
  calledOnPage: () => 'a quotation',
  heads: () => 'below',
  schema: quoteOf,
  view: quoteView,
  references: () => [],
  chips: ({ text, by }) => [...chipsIn(text), ...chipsIn(by)],
  plain: ({ text, by }, chip) => [say(text, chip), say(by, chip)],
  show: ({ id, text, by }, words) => ({ kind: 'quote', id, text: say(text, words), by: say(by, words) }),
};
`;

/** Among the first so many members. */
const FOUNDER = `
import { z } from 'zod';
import { asIs, type ConditionKind, type Make } from './kind';

const founderOf = z.strictObject({ fact: z.literal('founder'), most: z.int().min(1) });
export const founder: ConditionKind<z.infer<typeof founderOf>> & { schema: typeof founderOf } = {
  schema: founderOf,
  names: () => [],
  bits: () => null,
  meets: ({ most }, { number }) => number !== null && number <= most,
  column: (_, people) => people.none(),
  says: ({ most }) => 'Among the first ' + most,
  found: (_, { number }) => 'Number ' + number,
  marks: () => [],
  mixes: (all) => [[asIs, ...all.flatMap(({ most }) => [most, most + 1]).map((number): Make => (facts) => ({ ...facts, number }))]],
};
`;

type Loaded = {
  pages: typeof pages;
  checkup: typeof checkup;
  revisions: typeof revisions;
  fields: typeof fields;
  doors: typeof doors;
  facts: typeof facts;
  setup: typeof setup;
  rehearsal: typeof rehearsal;
  lines: typeof lines;
  rules: typeof rules;
};
let grown: Loaded;

/** Writes a kind of its own into the copy, and its lines in the table, behind those of the last kind there is. */
function grow(folder: string, name: string, source: string, behind: string, last: string): void {
  writeFileSync(join(copy, folder, `${name}.ts`), source);
  const index = join(copy, folder, 'index.ts');
  const before = readFileSync(index, 'utf8');
  const text = before
    .replace(behind, `$&\nimport { ${name} } from './${name}';`)
    .replace(`  ${last},\n} as const`, `  ${last},\n  ${name},\n} as const`)
    .replace(`  ${last}.schema,\n`, `$&  ${name}.schema,\n`)
    .replace(`  ${last}.view,\n`, `$&  ${name}.view,\n`);
  writeFileSync(index, text);
}

beforeAll(async () => {
  mkdirSync(copy);
  for (const folder of ['core', 'contract', 'web'])
    cpSync(join(root, folder), join(copy, folder), { recursive: true, filter: (file) => !file.endsWith('.test.ts') });
  grow('core/fields/kinds', 'stars', STARS, "import { number, yesNo } from './values';", 'computed');
  grow('core/pages/blocks', 'quote', QUOTE, "import { placed } from './placed';", 'levels');
  grow('core/doors/conditions', 'founder', FOUNDER, "import { level } from './level';", 'ownsThis');
  const load = (file: string): Promise<unknown> => import(/* @vite-ignore */ join(copy, file));
  grown = {
    fields: await load('core/fields/index.ts'),
    doors: await load('core/doors/index.ts'),
    facts: await load('core/facts/index.ts'),
    setup: await load('core/setup/index.ts'),
    pages: await load('core/pages/index.ts'),
    checkup: await load('core/checkup/pages.ts'),
    revisions: await load('core/revisions/index.ts'),
    rehearsal: await load('core/rehearsal/index.ts'),
    lines: await load('web/desk/doors/lines.ts'),
    rules: await load('web/desk/rules/conditions.ts'),
  } as Loaded;
}, 120_000);
afterAll(() => rmSync(copy, { recursive: true, force: true }));

const asking = (op: 'atLeast' | 'atMost', value: number) =>
  ({ fact: 'field', field: 'stars', test: { op, value } }) as never;

function withStars() {
  const doc = quillmoorDocument() as unknown as { fields: object[] };
  doc.fields.push({ id: 'stars', label: 'Stars', of: { kind: 'stars' }, seenBy: 'member', changedBy: 'member' });
  const made = grown.setup.makeSetup(doc);
  if (!made.ok) throw new Error(JSON.stringify(made.refusal));
  return made.value;
}

describe('a kind of field that is new', () => {
  it('is offered at the desk, under its own name', () => {
    const { fieldKindNames, fieldKindOf } = grown.fields;
    expect(fieldKindNames).toContain('stars');
    expect(fieldKindOf({ kind: 'stars' as never }).title({ locale: 'en-GB' } as never)).toBe('Stars');
  });

  it('is asked about at the desk, as its sort of value is', () => {
    const setup = withStars();
    const line = grown.lines.lineOf(asking('atLeast', 3), setup);
    expect(line.map((piece) => (typeof piece === 'string' ? piece : piece.shown)).join('')).toMatch(/Stars.*3/);
    const field = setup.fields.get('stars')!;
    const offered = grown.rules.conditionsOn([field]).map(({ value }) => value);
    expect(offered).toEqual(['stars>', 'stars<']);
    expect(grown.rules.ruleOfKey('stars>', '4', [field])).toEqual(asking('atLeast', 4));
  });

  it('is filtered by, in the database and in memory', () => {
    const { sql, params } = answerSql(asking('atLeast', 4), withStars());
    expect(sql).toContain('v.number >= ?');
    expect(params).toEqual(['stars', 4]);
    expect(grown.fields.valueColumns(4)).toEqual({ text: null, number: 4 });
  });

  it('is decided and explained by doors', () => {
    const setup = withStars();
    const { alwaysOrNever, doorsOf, describe: say } = grown.doors;
    expect(alwaysOrNever(asking('atLeast', 6), setup, NOW)).toBe('never');
    expect(alwaysOrNever(asking('atLeast', 4), setup, NOW)).toBe('may');
    const someone = { ...grown.facts.visitorFacts, member: 'a'.repeat(20), fields: { stars: 4 } } as never;
    const doors = doorsOf(setup);
    const person = doors.prepare(someone, NOW);
    expect(doors.meets(asking('atLeast', 4))(person)).toBe(true);
    expect(doors.meets(asking('atLeast', 5))(person)).toBe(false);
    expect(say(asking('atLeast', 4), setup)).toContain('Stars');
  });

  it('is checked: what can never be is told', () => {
    const field = withStars().fields.get('stars')!;
    const facet = grown.fields.facetOf(field.of);
    expect(grown.fields.testHolds({ op: 'atLeast', value: 6 }, facet)).toBe('never');
    expect(grown.fields.testHolds({ op: 'atLeast', value: 1 }, facet)).toBe('always');
    expect(grown.fields.testHolds({ op: 'atMost', value: 3 }, facet)).toBe('may');
  });

  it('is shown, filled in by somebody made up, and turned into from a number', () => {
    const setup = withStars();
    const { of } = setup.fields.get('stars')!;
    const { site } = setup.doc;
    expect(grown.fields.showValue(of, 4, site)).toBe('4 stars');
    const form = { parts: [{ part: 'field', field: 'stars', required: true, half: false }] } as never;
    expect(grown.rehearsal.sampleAnswers(form, setup, NOW)).toEqual({ stars: '3' });
    const before = { kind: 'number', whole: true } as const;
    expect(grown.fields.converted(before, of, 5, site)).toEqual({ ok: true, value: 5 });
    expect(grown.fields.converted(before, of, 7, site).ok).toBe(false);
  });
});

const SAID = { kind: 'quote', id: 'said', text: ['Bees first, ', { chip: 'firstName', or: 'friend' }], by: 'Odile' };

/** Quillmoor with a quotation as the first block of a page of its own. */
function withQuote(text = SAID.text) {
  const doc = quillmoorDocument() as unknown as { pages: { id: string; blocks: object[] }[] };
  const heading = { kind: 'heading', id: 'part', text: 'A part' };
  doc.pages.find(({ id }) => id === 'welcome')!.blocks = [{ ...SAID, text }, heading];
  const made = grown.setup.makeSetup(doc);
  if (!made.ok) throw new Error(JSON.stringify(made.refusal));
  return made.value;
}

describe('a kind of block that is new', () => {
  const page = () => withQuote().pages.get('welcome' as never)!;

  it('is offered at the desk, under its own name', () => {
    expect(Object.entries(grown.pages.blockNamesIn({ locale: 'en-GB' })).at(-1)).toEqual(['quote', 'Quotation']);
  });

  it('is shown with the words of whoever reads it', () => {
    const [block] = page().blocks;
    const words = { firstName: 'Ida' } as never;
    const shown = grown.pages.blockKindOf(block!).show(block!, (chip) => words[chip] ?? null, {} as never);
    expect(shown).toEqual({ kind: 'quote', id: 'said', text: 'Bees first, Ida', by: 'Odile' });
    expect(grown.pages.BlockView.safeParse(shown).success).toBe(true);
  });

  it('is looked at by the check-up, and what it refers to is known', () => {
    const setup = withQuote();
    const found = grown.checkup.headingSkipped(setup, { now: NOW } as never);
    expect(found).toHaveLength(1);
    const gone = withQuote(['Bees first, ', { chip: 'field:nothing' as never, or: 'friend' }]);
    expect(grown.setup.referencesOf(gone.doc)).toContainEqual(expect.objectContaining({ id: 'nothing' }));
  });

  it('is told in words where it changes', () => {
    const changes = grown.revisions.changesBetween(
      withQuote(),
      withQuote(['Bees last', { chip: 'firstName', or: 'you' }]),
    );
    expect(changes.map(({ differences }) => differences)).toEqual([
      [expect.objectContaining({ was: 'Bees first, {first name, else “friend”} Odile' })],
    ]);
  });
});

describe('a condition that is new', () => {
  const first = (most: number) => ({ fact: 'founder', most }) as never;

  it('is decided, for one and for always and never, and explained', () => {
    const setup = withStars();
    const { alwaysOrNever, doorsOf, describe: say } = grown.doors;
    const doors = doorsOf(setup);
    const person = (number: number) =>
      doors.prepare({ ...grown.facts.visitorFacts, member: 'a'.repeat(20), number } as never, NOW);
    expect([99, 100, 101].map((number) => doors.meets(first(100))(person(number)))).toEqual([true, true, false]);
    expect(alwaysOrNever(first(100), setup, NOW)).toBe('may');
    expect(alwaysOrNever({ all: [first(10), { none: [first(100)] }] } as never, setup, NOW)).toBe('never');
    expect(say(first(100), setup)).toBe('Among the first 100');
    const seven = { ...grown.facts.visitorFacts, member: 'a'.repeat(20), number: 7 } as never;
    expect(grown.doors.explain(first(100), seven, NOW, setup)).toMatchObject({ open: true, because: { met: true } });
  });
});
