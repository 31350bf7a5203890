/**
 * Purpose: the set-up as a document: all kinds of item there are, put together from what each part of the core says of its
 * own.
 * Invariant: assembled only. Nothing below imports from here.
 */
import { z } from 'zod';
import { boardKinds } from '../boards/setup';
import { doorKinds } from '../doors/setup';
import { factKinds } from '../facts/setup';
import { fieldItemKinds } from '../fields/setup';
import { formKinds } from '../forms';
import { pathKinds } from '../joining/setup';
import { referencesAt, type ListName, type Reference } from '../kernel';
import { levelKinds } from '../levels/setup';
import { messageKinds } from '../messages/setup';
import { moneyKinds } from '../money/setup';
import { pageKinds } from '../pages/setup';
import { siteKinds } from '../site/setup';

const { message, account } = messageKinds;
const { code, money } = moneyKinds;

/** The kinds of item of which there are many. The keys are the kinds stored in the database. */
export const listKinds = {
  ...fieldItemKinds,
  ...formKinds,
  ...pathKinds,
  ...levelKinds,
  ...factKinds,
  ...doorKinds,
  ...boardKinds,
  ...pageKinds,
  code,
  message,
};
export type ListItemKind = keyof typeof listKinds;

/** The kinds of which there is one. */
export const singleKinds = { ...siteKinds, account, money };

export type SingleKind = keyof typeof singleKinds;
export const isSingle = (kind: string): kind is SingleKind => kind in singleKinds;

export const itemKinds = { ...singleKinds, ...listKinds } as const;
export type ItemKind = keyof typeof itemKinds;

/** The version of the format that this product writes: that of the last upgrade, or of the newest list. */
export const FORMAT_VERSION = Math.max(9, ...Object.values(listKinds).map(({ since }) => since));
export const FORMAT = `admissa-setup/${FORMAT_VERSION}`;

type ListOf<K extends ListItemKind> = (typeof listKinds)[K]['list'];
type SchemaAt<L extends ListName> = {
  [K in ListItemKind]: ListOf<K> extends L ? (typeof listKinds)[K]['schema'] : never;
}[ListItemKind];

const lists = Object.fromEntries(
  Object.values(listKinds).map(({ list, schema }) => [list, z.array(schema as z.ZodType)]),
) as { [L in ListOf<ListItemKind>]: z.ZodArray<SchemaAt<L>> };
const singles = Object.fromEntries(Object.entries(singleKinds).map(([kind, { schema }]) => [kind, schema])) as {
  [K in SingleKind]: (typeof singleKinds)[K]['schema'];
};

/** The whole set-up as one file. */
export const SetupDocument = z.strictObject({ format: z.literal(FORMAT), ...singles, ...lists });
export type SetupDocument = z.infer<typeof SetupDocument>;

// Every list has its kind.
({}) satisfies Record<Exclude<ListName, ListOf<ListItemKind>>, never>;

type AnyKind = { readonly references: (item: never) => readonly Reference[] };

/** What one item refers to. */
export const referencesOfItem = (kind: ItemKind, item: unknown): readonly Reference[] =>
  (itemKinds[kind] as AnyKind).references(item as never);

/** All references between items, each with the place that holds it, such as `pages.2.door`. */
export const referencesOf = (doc: SetupDocument): Reference[] => [
  ...(Object.keys(singleKinds) as SingleKind[]).flatMap((kind) =>
    referencesAt(kind, referencesOfItem(kind, doc[kind])),
  ),
  ...(Object.keys(listKinds) as ListItemKind[]).flatMap((kind) => {
    const { list } = listKinds[kind];
    return (doc[list] as readonly unknown[]).flatMap((item, at) =>
      referencesAt(`${list}.${at}`, referencesOfItem(kind, item)),
    );
  }),
];
