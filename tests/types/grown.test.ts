// @vitest-environment jsdom
/**
 * A kind of field that is added by its own file and its lines in the table is there everywhere: chosen at the desk, asked
 * about, filtered, explained, checked, converted and shown. The sources are copied with that kind in them, and run.
 */
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type * as fields from '../../core/fields';
import type * as doors from '../../core/doors';
import type * as facts from '../../core/facts';
import type * as setup from '../../core/setup';
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

type Loaded = {
  fields: typeof fields;
  doors: typeof doors;
  facts: typeof facts;
  setup: typeof setup;
  rehearsal: typeof rehearsal;
  lines: typeof lines;
  rules: typeof rules;
};
let grown: Loaded;

beforeAll(async () => {
  mkdirSync(copy);
  for (const folder of ['core', 'contract', 'web'])
    cpSync(join(root, folder), join(copy, folder), { recursive: true, filter: (file) => !file.endsWith('.test.ts') });
  writeFileSync(join(copy, 'core/fields/kinds/stars.ts'), STARS);
  const index = join(copy, 'core/fields/kinds/index.ts');
  const text = readFileSync(index, 'utf8')
    .replace("import { number, yesNo } from './values';", "$&\nimport { stars } from './stars';")
    .replace('  computed,\n} as const', '  computed,\n  stars,\n} as const')
    .replace('  computed.schema,\n', '$&  stars.schema,\n');
  writeFileSync(index, text);
  const load = (file: string): Promise<unknown> => import(/* @vite-ignore */ join(copy, file));
  grown = {
    fields: await load('core/fields/index.ts'),
    doors: await load('core/doors/index.ts'),
    facts: await load('core/facts/index.ts'),
    setup: await load('core/setup/index.ts'),
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
