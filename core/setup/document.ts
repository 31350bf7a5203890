/**
 * Purpose: the set-up as a document: which kinds of item there are, in which list each lies, and what each refers to.
 * Invariant: assembled only. Each item's schema stands with its concept; nothing below imports from here.
 */
import { z } from 'zod';
import { DoorItem, referencesOfDoor, referencesOfRule } from '../doors/rule';
import { GroupItem, TopicItem } from '../facts/items';
import { FieldItem, AnyForm, fieldsAsked, partKindOf, type PartOfForm } from '../fields';
import { PathItem, type Grant } from '../joining/path';
import { rulesOfForm, rulesOfPath, type PlacedRule } from '../joining/rules';
import { kindOf } from '../joining/gates';
import { within, type ChipName, type ListName, type Reference, type Words, chipsIn, fieldOfChip } from '../kernel';
import { LevelItem } from '../levels';
import { CodeItem, MoneyItem } from '../money';
import { AccountMessages, MessageItem, chipsOfMessage } from '../messages/message';
import { blockKindOf } from '../pages/blocks';
import { MenuListItem, PageItem, itemsWithin, outsideParts, type OutsideView } from '../pages/page';
import { referencesOfTarget } from '../pages/target';
import { SiteItem } from '../site/site';

type ListKind<T extends object, L extends ListName> = {
  readonly schema: z.ZodType<T>;
  /** The list of the document in which such items lie. */
  readonly list: L;
  readonly references: (item: T) => readonly Reference[];
};

const listKind = <T extends object, L extends ListName>(
  schema: z.ZodType<T>,
  list: L,
  references: (item: T) => readonly Reference[] = () => [],
): ListKind<T, L> => ({ schema, list, references });

const chipRefs = (chips: readonly ChipName[]): Reference[] =>
  chips.flatMap((chip) => {
    const id = fieldOfChip(chip);
    return id === null ? [] : [{ at: '', kind: 'fields', id }];
  });
const wordRefs = (place: string, words: Words | undefined) => (words ? within(place, chipRefs(chipsIn(words))) : []);

function outsideRefs(outside: OutsideView): Reference[] {
  const { page, note } = outsideParts(outside);
  return [...(page ? [{ at: 'outside', kind: 'pages', id: page } as const] : []), ...wordRefs('outside', note)];
}

const ruleRefs = (rules: readonly PlacedRule[]): Reference[] =>
  rules.flatMap(({ at, rule }) => within(at, referencesOfRule(rule)));

/** What is given; the rules by which it is are told with the others. */
const grantRefs = (grants: readonly Grant[]): Reference[] =>
  grants.map((grant, at): Reference =>
    'level' in grant
      ? { at: `grants.${at}`, kind: 'levels', id: grant.level }
      : { at: `grants.${at}`, kind: 'groups', id: grant.group },
  );

function purposeRefs(form: AnyForm): Reference[] {
  const { purpose } = form;
  const own: Reference[] =
    purpose.is === 'signup'
      ? [{ at: 'purpose.path', kind: 'paths', id: purpose.path }]
      : purpose.is === 'followUp'
        ? within('purpose', grantRefs(purpose.grants))
        : [];
  return [...own, ...ruleRefs(rulesOfForm(form))];
}

const partRefs = (part: PartOfForm): Reference[] => [
  ...partKindOf(part).references(part),
  ...chipRefs(partKindOf(part).chips(part)),
  ...(part.when ? fieldsAsked(part.when) : []).map((id): Reference => ({ at: 'when', kind: 'fields', id })),
];

/** The kinds of item of which there are many. The keys are the kinds stored in the database. */
export const listKinds = {
  field: listKind(FieldItem, 'fields', ({ about, of }) => [
    ...(of.kind === 'computed' ? wordRefs('of', of.of) : []),
    ...(about?.levels ?? []).map((id, at): Reference => ({ at: `about.levels.${at}`, kind: 'levels', id })),
    ...(about?.groups ?? []).map((id, at): Reference => ({ at: `about.groups.${at}`, kind: 'groups', id })),
  ]),
  form: listKind(AnyForm, 'forms', (form) => [
    ...purposeRefs(form),
    ...(form.places?.waitingList
      ? (['waiting', 'free'] as const).map((at): Reference => ({
          at: `places.waitingList.${at}`,
          kind: 'messages',
          id: form.places!.waitingList![at],
        }))
      : []),
    ...(form.inviting ? [{ at: 'inviting', kind: 'messages', id: form.inviting } as const] : []),
    ...(form.after?.then === 'page' ? [{ at: 'after', kind: 'pages', id: form.after.page } as const] : []),
    ...(form.after?.then === 'words' ? wordRefs('after', form.after.text) : []),
    ...(form.letters ?? []).flatMap((letter, at): Reference[] => [
      { at: `letters.${at}`, kind: 'messages', id: letter.message },
      ...(letter.answers ?? []).map((id): Reference => ({ at: `letters.${at}.answers`, kind: 'fields', id })),
    ]),
    ...(form.hooks ?? []).flatMap(({ answers = [] }, at) =>
      answers.map((id): Reference => ({ at: `hooks.${at}.answers`, kind: 'fields', id })),
    ),
    ...wordRefs('intro', form.intro),
    ...form.parts.flatMap((part, at) => within(`parts.${at}`, partRefs(part))),
  ]),
  path: listKind(PathItem, 'paths', (path) => [
    ...(['admitted', 'declined', 'outOfTime', 'asked'] as const).map((name): Reference => ({
      at: name,
      kind: 'messages',
      id: path[name],
    })),
    { at: 'landing', kind: 'pages', id: path.landing },
    ...path.gates.flatMap((gate, at) =>
      kindOf(gate)
        .messages(gate)
        .map((named): Reference => ({ at: `gates.${at}.${named.at}`, kind: 'messages', id: named.message })),
    ),
    ...ruleRefs(rulesOfPath(path)),
    ...path.gates.flatMap((gate, at): Reference[] =>
      gate.kind === 'completeProfile'
        ? [{ at: `gates.${at}.form`, kind: 'forms', id: gate.form }]
        : gate.kind === 'payment'
          ? gate.offers.map(({ level }, n): Reference => ({ at: `gates.${at}.offers.${n}`, kind: 'levels', id: level }))
          : [],
    ),
    ...(path.turns ?? []).flatMap((turn, at): Reference[] =>
      'to' in turn ? [{ at: `turns.${at}`, kind: 'paths', id: turn.to }] : [],
    ),
    ...grantRefs(path.grants),
  ]),
  level: listKind(LevelItem, 'levels'),
  group: listKind(GroupItem, 'groups'),
  topic: listKind(TopicItem, 'topics'),
  door: listKind(DoorItem, 'doors', (door) => within('rule', referencesOfRule(door.rule))),
  page: listKind(PageItem, 'pages', (page) => [
    ...within('door', referencesOfDoor(page.door)),
    ...outsideRefs(page.outside),
    ...wordRefs('heading', page.heading),
    ...page.blocks.flatMap((block, at) =>
      within(`blocks.${at}`, [
        ...within('door', referencesOfDoor(block.door)),
        ...blockKindOf(block).references(block),
        ...chipRefs(blockKindOf(block).chips(block)),
      ]),
    ),
  ]),
  menu: listKind(MenuListItem, 'menus', (menu) =>
    itemsWithin(menu).flatMap(({ at, item }) =>
      within(at, [
        ...('place' in item.to ? [] : referencesOfTarget(item.to)),
        ...within('door', referencesOfDoor(item.door)),
        ...wordRefs('label', item.label),
      ]),
    ),
  ),
  code: listKind(CodeItem, 'codes', ({ levels = [] }) =>
    levels.map((id, at): Reference => ({ at: `levels.${at}`, kind: 'levels', id })),
  ),
  message: listKind(MessageItem, 'messages', (message) => chipRefs(chipsOfMessage(message))),
} as const;
export type ListItemKind = keyof typeof listKinds;

/** The kinds of which there is one. */
export const singleKinds = {
  site: {
    schema: SiteItem,
    references: (site: SiteItem): Reference[] => [
      { at: 'home', kind: 'pages', id: site.home },
      ...(site.menu ? [{ at: 'menu', kind: 'menus', id: site.menu } as const] : []),
      ...(site.foot ? [{ at: 'foot', kind: 'menus', id: site.foot } as const] : []),
      ...(site.joinBy ? [{ at: 'joinBy', kind: 'forms', id: site.joinBy } as const] : []),
      ...(site.starts ?? []).flatMap((start, at): Reference[] => [
        'level' in start
          ? { at: `starts.${at}.level`, kind: 'levels', id: start.level }
          : { at: `starts.${at}.group`, kind: 'groups', id: start.group },
        { at: `starts.${at}.page`, kind: 'pages', id: start.page },
      ]),
    ],
  },
  account: {
    schema: AccountMessages,
    references: (account: AccountMessages): Reference[] =>
      Object.entries(account).flatMap(([at, id]) => (id ? [{ at, kind: 'messages', id }] : [])),
  },
  money: {
    schema: MoneyItem,
    references: ({ letters }: MoneyItem): Reference[] =>
      Object.entries(letters).flatMap(([at, id]) => (id ? [{ at: `letters.${at}`, kind: 'messages', id }] : [])),
  },
} as const;

export type SingleKind = keyof typeof singleKinds;
export const isSingle = (kind: string): kind is SingleKind => kind in singleKinds;

export const itemKinds = { ...singleKinds, ...listKinds } as const;
export type ItemKind = keyof typeof itemKinds;

/** The version of the format that this product writes. */
export const FORMAT = 'admissa-setup/8';

const listOf = <T extends object>({ schema }: ListKind<T, ListName>) => z.array(schema);

/** The whole set-up as one file. */
export const SetupDocument = z.strictObject({
  format: z.literal(FORMAT),
  site: SiteItem,
  account: AccountMessages,
  money: MoneyItem,
  fields: listOf(listKinds.field),
  forms: listOf(listKinds.form),
  paths: listOf(listKinds.path),
  levels: listOf(listKinds.level),
  groups: listOf(listKinds.group),
  topics: listOf(listKinds.topic),
  doors: listOf(listKinds.door),
  pages: listOf(listKinds.page),
  menus: listOf(listKinds.menu),
  codes: listOf(listKinds.code),
  messages: listOf(listKinds.message),
});
export type SetupDocument = z.infer<typeof SetupDocument>;

// Every kind has its list in the document, and every list its kind.
type Listed = (typeof listKinds)[ListItemKind]['list'];
true satisfies [Listed] extends [Exclude<keyof SetupDocument, 'format' | keyof typeof singleKinds>]
  ? [Exclude<keyof SetupDocument, 'format' | keyof typeof singleKinds>] extends [Listed]
    ? true
    : never
  : never;

type AnyKind = { readonly references: (item: never) => readonly Reference[] };

/** What one item refers to. */
export const referencesOfItem = (kind: ItemKind, item: unknown): readonly Reference[] =>
  (itemKinds[kind] as AnyKind).references(item as never);

/** All references between items, each with the place that holds it, such as `pages.2.door`. */
export const referencesOf = (doc: SetupDocument): Reference[] => [
  ...within('site', referencesOfItem('site', doc.site)),
  ...within('account', referencesOfItem('account', doc.account)),
  ...within('money', referencesOfItem('money', doc.money)),
  ...(Object.keys(listKinds) as ListItemKind[]).flatMap((kind) => {
    const { list } = listKinds[kind];
    return (doc[list] as readonly unknown[]).flatMap((item, at) =>
      within(`${list}.${at}`, referencesOfItem(kind, item)),
    );
  }),
];
