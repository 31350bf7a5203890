/**
 * A union that grows must break compilation wherever it has to be met. Each union here gets one member more, all in one
 * compilation; the compiler must complain in each of the files named.
 */
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import ts from 'typescript';
import { beforeAll, describe, expect, it } from 'vitest';

const kind = (name: string) => `z.strictObject({ kind: z.literal('${name}') })`;
type Growth = {
  readonly union: string;
  readonly file: string;
  /** The text behind which the new member goes. */
  readonly after: string | RegExp;
  readonly member: string;
  readonly breaks: readonly string[];
};

const growths: readonly Growth[] = [
  {
    union: 'field kinds',
    file: 'core/fields/kinds/index.ts',
    after: "export const FieldKind = z.discriminatedUnion('kind', [",
    member: `${kind('newField')},`,
    breaks: ['core/fields/kinds/index.ts'],
  },
  {
    union: 'inputs of a form',
    file: 'core/fields/input.ts',
    after: "export const FieldInput = z.discriminatedUnion('kind', [",
    member: "z.object({ kind: z.literal('newInput') }),",
    breaks: ['web/site/inputs/index.ts'],
  },
  {
    union: 'form parts',
    file: 'core/fields/parts/index.ts',
    after: "export const PartOfForm = z.discriminatedUnion('part', [",
    member: "z.strictObject({ part: z.literal('newPart'), when: z.undefined() }),",
    breaks: ['core/fields/parts/index.ts', 'core/revisions/form.lines.ts'],
  },
  {
    union: 'block kinds',
    file: 'core/pages/blocks/index.ts',
    after: "export const Block = z.discriminatedUnion('kind', [",
    member: `z.strictObject({ kind: z.literal('newBlock'), id: z.string() }),`,
    breaks: ['core/pages/blocks/index.ts'],
  },
  {
    union: 'block views',
    file: 'core/pages/blocks/index.ts',
    after: "export const BlockView = z.discriminatedUnion('kind', [",
    member: `z.object({ kind: z.literal('newView'), id: z.string() }),`,
    breaks: ['core/pages/blocks/index.ts', 'web/site/blocks/index.ts'],
  },
  {
    union: 'outside views',
    file: 'core/doors/outside.ts',
    after: "export const OutsideView = z.discriminatedUnion('view', [",
    member: "z.strictObject({ view: z.literal('newOutside') }),",
    breaks: ['core/doors/outside.ts'],
  },
  {
    union: 'gate kinds',
    file: 'core/joining/gates/index.ts',
    after: "export const GateItem = z.discriminatedUnion('kind', [",
    member: `z.strictObject({ kind: z.literal('newGate'), id: GateId, title: z.string() }), `,
    breaks: ['core/joining/gates/index.ts'],
  },
  {
    union: 'what an applicant sees of a gate',
    file: 'core/joining/gates/index.ts',
    after: "export const GateSight = z.discriminatedUnion('kind', [",
    member: `z.object({ kind: z.literal('newSight') }), `,
    breaks: ['core/joining/gates/index.ts', 'web/site/gates/index.ts'],
  },
  {
    union: 'conditions',
    file: 'core/doors/conditions/index.ts',
    after: "export const Condition = z.discriminatedUnion('fact', [",
    member: "z.strictObject({ fact: z.literal('newFact') }),",
    breaks: ['core/doors/conditions/index.ts'],
  },
  {
    union: 'field tests',
    file: 'core/fields/answerRule.ts',
    after: "export const FieldTest = z.discriminatedUnion('op', [",
    member: "z.strictObject({ op: z.literal('newOp') }),",
    breaks: ['core/fields/answerRule.ts', 'core/doors/conditions/field.ts'],
  },
  {
    union: 'message parts',
    file: 'core/messages/parts/index.ts',
    after: "export const MessagePart = z.discriminatedUnion('part', [",
    member: "z.strictObject({ part: z.literal('newPart') }), ",
    breaks: ['core/messages/parts/index.ts'],
  },
  {
    union: 'chips',
    file: 'core/kernel/chips.ts',
    after: 'export const chipKinds = {',
    member: "newChip: person('New'),",
    breaks: ['core/pages/words.ts'],
  },
  {
    union: 'places',
    file: 'contract/site.ts',
    after: "export const PlaceView = z.discriminatedUnion('kind', [",
    member: "z.object({ kind: z.literal('newPlace'), title: z.string() }),",
    breaks: ['web/site/places/index.ts'],
  },
  {
    union: 'item kinds',
    file: 'core/doors/setup.ts',
    after: 'export const doorKinds = {',
    member: "newKind: listKind({ schema: DoorItem, list: 'news', since: 1, area: 'site', references: () => [] }),",
    breaks: ['core/revisions/lines.ts'],
  },
  {
    union: 'lists of a set-up',
    file: 'core/kernel/references.ts',
    after: 'export type ListName =',
    member: " | 'news'",
    breaks: ['core/checkup/references.ts'],
  },
  {
    union: 'refusals of joining',
    file: 'core/joining/events.ts',
    after: 'export type JoiningRefusal =',
    member: " | { readonly code: 'new-refusal' }",
    breaks: ['server/joining/joining.problems.ts'],
  },
  {
    union: 'refusals of a password',
    file: 'server/accounts/account.service.ts',
    after: 'export type PasswordRefusal =',
    member: " | { readonly code: 'new-refusal' }",
    breaks: ['server/accounts/account.problems.ts'],
  },
  {
    union: 'events of joining',
    file: 'core/joining/events.ts',
    after: 'export type JoiningEvent =',
    member: " | { readonly it: 'newEvent' }",
    breaks: ['core/joining/advance.test.ts'],
  },
  {
    union: 'effects of joining',
    file: 'core/joining/events.ts',
    after: 'export type Effect =',
    member: " | { readonly do: 'newEffect' }",
    breaks: ['server/joining/effects.ts', 'core/joining/story.ts'],
  },
  {
    union: 'happenings',
    file: 'core/joining/events.ts',
    after: 'what: z.enum([',
    member: "'newHappening',",
    breaks: ['core/joining/story.ts', 'core/joining/coming.ts'],
  },
  {
    union: 'standings',
    file: 'core/facts/facts.ts',
    after: 'export const Standing = z.enum([',
    member: "'newStanding', ",
    breaks: ['core/facts/facts.ts'],
  },
  {
    union: 'ways in',
    file: 'core/joining/ways.ts',
    after: 'export type WayIn =',
    member: " | { readonly by: 'newWay' }",
    breaks: ['core/pages/ways.ts'],
  },
  {
    union: 'prices',
    file: 'core/levels/price.ts',
    after: ".discriminatedUnion('kind', [",
    member: `${kind('newPrice')},`,
    breaks: ['core/levels/price.ts', 'core/levels/prices.ts', 'web/desk/levels/prices.ts'],
  },
];

const root = resolve(import.meta.dirname, '../..');
let errors: Map<string, string[]>;

/** A compilation with every union grown by one. */
beforeAll(() => {
  const { config } = ts.readConfigFile(resolve(root, 'tsconfig.json'), (file) => readFileSync(file, 'utf8'));
  const { options, fileNames } = ts.parseJsonConfigFileContent(config, ts.sys, root);
  const grown = new Map<string, string>();
  for (const { file, after, member } of growths) {
    const name = resolve(root, file);
    const text = grown.get(name) ?? readFileSync(name, 'utf8');
    const at = text.search(typeof after === 'string' ? after.replace(/[.*+?^${}()|[\]\\]/g, '\\$&') : after);
    if (at < 0) throw new Error(`${file} has no “${after}” any more.`);
    const end = at + String(after).length;
    grown.set(name, `${text.slice(0, end)}${member}${text.slice(end)}`);
  }
  const host = ts.createCompilerHost(options);
  const read = host.readFile.bind(host);
  host.readFile = (name) => grown.get(name) ?? read(name);
  const source = host.getSourceFile.bind(host);
  host.getSourceFile = (name, target, ...rest) =>
    grown.has(name) ? ts.createSourceFile(name, grown.get(name)!, target) : source(name, target, ...rest);
  // The files that must break, and the declarations they lean on, which nothing imports: the whole project takes minutes.
  const broken = new Set(growths.flatMap(({ breaks }) => breaks.map((file) => resolve(root, file))));
  const declared = fileNames.filter((name) => name.endsWith('.d.ts'));
  const program = ts.createProgram([...broken, ...declared], options, host);
  errors = new Map();
  for (const name of broken) {
    const problems = program.getSemanticDiagnostics(program.getSourceFile(name));
    const says = problems.map(({ messageText }) => ts.flattenDiagnosticMessageText(messageText, '\n'));
    errors.set(name.slice(root.length + 1), says);
  }
}, 600_000);

describe('a union with one member more does not compile', () => {
  it.each(growths)('$union', ({ member, breaks }) => {
    const name = /'(new\w*|new-\w+)'|(newChip|newKind)/.exec(member)!;
    const about = (name[1] ?? name[2])!;
    for (const file of breaks)
      expect(errors.get(file)?.some((says) => says.includes(about)) ? file : `nothing about ${about} in ${file}`).toBe(
        file,
      );
  });
});
