/** The set-up as those who build the site work on it: the draft, publishing, what was live before. */
import { z } from 'zod';
import { MemberId } from '../core/kernel';
import { itemKinds, listKinds, type ItemKind, type ListItemKind } from '../core/setup';
import { editors, endpoint } from './access';
import type { ProblemList } from './problems';

const text = z.string();
const names = <K extends string>(table: Readonly<Record<K, unknown>>) => z.enum(Object.keys(table) as [K, ...K[]]);

export const ItemKindName = names<ItemKind>(itemKinds);
export const ListKindName = names<ListItemKind>(listKinds);
const id = z.string().regex(/^[a-z][a-z0-9-]{0,47}$/);
const version = z.int().min(0);
/** An item of any kind; the schema of its kind is held against it where it is saved. */
const body = z.record(text, z.unknown());

/** One item of the draft: who changed it last, when in words, and null where the live one stands. */
export const DraftItem = z.object({
  kind: ItemKindName,
  id: text,
  version,
  body,
  by: text,
  at: text,
});
export type DraftItem = z.infer<typeof DraftItem>;

export const DraftView = z.object({
  /** Names this state of the draft. */
  stamp: text,
  /** The revision that is live; 0 before the first. */
  revision: z.number(),
  since: text,
  /** In the order of their lists. */
  items: z.array(DraftItem),
  /** Items that the draft takes away, with the versions to put them back by. */
  gone: z.array(z.object({ kind: ListKindName, id: text, version, by: text, at: text })),
  /** The whole live document. */
  live: z.unknown(),
  /** Who of the staff may review. */
  reviewers: z.array(text),
  /** Whether a card house is connected. */
  cards: z.boolean(),
  /** Whether money has moved: its currency stays. */
  moneyMoved: z.boolean(),
  /** The address people use, without a slash at the end. */
  address: text,
  /** The site clock, in milliseconds. */
  now: z.number(),
});
export type DraftView = z.infer<typeof DraftView>;

/** What stands there now: its version, who saved it, and when in words. */
const Saved = z.object({ version, by: text, at: text });

export const RevisionRow = z.object({ number: z.number(), note: text, author: text, at: text });
export type RevisionRow = z.infer<typeof RevisionRow>;

/** What becomes of one person who is on a path that changes. */
export const MovedRow = z.object({ member: MemberId, name: text, says: text });

export const setupProblems = {
  'setup-faults': { status: 422, title: 'The set-up has something that cannot be' },
  'in-use': { status: 409, title: 'This is in use' },
  'draft-changed': { status: 409, title: 'The draft was changed meanwhile' },
} as const satisfies ProblemList;

/** `kept`: what is not in it and is in use, which stays in the draft as retired. */
const Replaced = z.object({ stamp: text, kept: z.array(text) });

export const setup = {
  draft: endpoint(editors, 'GET', '/desk/setup/draft', 'The draft, item by item, and what is live').output(DraftView),
  save: endpoint(editors, 'POST', '/desk/setup/items/{kind}/{id}', 'Saves one item of the draft')
    .input(z.object({ kind: ItemKindName, id, version, body }))
    .output(Saved),
  remove: endpoint(editors, 'POST', '/desk/setup/items/{kind}/{id}/remove', 'Takes one item out of the draft')
    .input(z.object({ kind: ListKindName, id, version }))
    .output(Saved),
  wording: endpoint(
    editors,
    'GET',
    '/desk/setup/wording',
    'The lines members read that may be put in other words',
  ).output(z.object({ lines: z.array(z.object({ key: z.string(), text: z.string() })) })),
  order: endpoint(editors, 'POST', '/desk/setup/order/{kind}', 'Puts the items of one list into another order')
    .input(z.object({ kind: ListKindName, ids: z.array(id).max(2000) }))
    .output(z.object({ done: z.literal(true) })),
  replace: endpoint(editors, 'POST', '/desk/setup/draft', 'Replaces the whole draft by a document', 'setup')
    .input(z.object({ document: body, stamp: text }))
    .output(Replaced),
  restore: endpoint(editors, 'POST', '/desk/setup/restore', 'Brings an earlier revision back into the draft')
    .input(z.object({ number: z.int().min(1), stamp: text }))
    .output(Replaced),
  people: endpoint(
    editors,
    'GET',
    '/desk/setup/people',
    'What becomes of those on a path that the draft changes',
  ).output(z.object({ rows: z.array(MovedRow), total: z.number() })),
  publish: endpoint(editors, 'POST', '/desk/setup/publish', 'Makes the draft live')
    .input(z.object({ stamp: text, note: z.string().max(500) }))
    .output(z.object({ revision: z.number() })),
  history: endpoint(editors, 'GET', '/desk/setup/history', 'Every revision, the newest first').output(
    z.object({ rows: z.array(RevisionRow) }),
  ),
  revision: endpoint(editors, 'GET', '/desk/setup/revisions/{number}', 'One revision, whole')
    .input(z.object({ number: z.coerce.number().int().min(1) }))
    .output(z.object({ document: z.unknown() })),
};
