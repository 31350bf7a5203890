/** Boards: the list of a board, an opened entry, what members do with entries, and what staff see of them. */
import { z } from 'zod';
import { BoardId } from '../core/kernel/ids';
import { AnswerLine, RawAnswerInput, ShownForm } from './form.view';
import { endpoint, type Access } from './access';

/** A text with what was searched for marked in it. */
const MarkedText = z.array(z.object({ text: z.string(), hit: z.boolean() }));

/** A row of a board. */
export const EntryRowView = z.object({
  number: z.number(),
  /** Where the row leads: to the opened entry, or elsewhere. */
  href: z.string(),
  away: z.boolean(),
  title: MarkedText,
  /** The sort of thing it is: the first choice that stands on the row. */
  sort: z.string(),
  state: z.string(),
  /** `named`: whether one cannot tell what it is without its label. */
  lines: z.array(z.object({ label: z.string(), named: z.boolean(), value: MarkedText })),
  category: z.string(),
  /** Who posted it and when, as far as this viewer reads it. */
  by: z.string(),
  mine: z.boolean(),
  /** Null for whoever has nothing to save it in. */
  saved: z.boolean().nullable(),
});
export type EntryRowView = z.infer<typeof EntryRowView>;

/** What the list is narrowed down by. `value` is what is chosen now, '' for nothing. */
export const BoardFilterView = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('choice'),
    name: z.string(),
    label: z.string(),
    value: z.string(),
    options: z.array(z.object({ value: z.string(), label: z.string(), count: z.number() })),
  }),
  z.object({
    kind: z.literal('range'),
    name: z.string(),
    label: z.string(),
    /** How its inputs are typed in. */
    of: z.enum(['number', 'date']),
    from: z.string(),
    until: z.string(),
  }),
]);
export type BoardFilterView = z.infer<typeof BoardFilterView>;

const Link = z.object({ label: z.string(), href: z.string() });

export const BoardView = z.object({
  kind: z.literal('board'),
  title: z.string(),
  intro: z.string(),
  address: z.string(),
  /** What stands there for whoever may not read it; null for whoever may. */
  shut: z.object({ note: z.string(), ways: z.array(Link.extend({ says: z.string() })) }).nullable(),
  post: Link.nullable(),
  question: z.string(),
  filters: z.array(BoardFilterView),
  sort: z.string(),
  sorts: z.array(z.object({ value: z.string(), label: z.string() })),
  /** All, mine, saved: with how many there are. */
  tabs: z.array(Link.extend({ count: z.number(), here: z.boolean() })),
  entries: z.array(EntryRowView),
  /** How many are found, in words. */
  says: z.string(),
  /** Whether search engines may keep it. */
  listed: z.boolean(),
  /** Whether something narrows the list down. */
  narrowed: z.boolean(),
  pages: z.object({ before: z.string().nullable(), after: z.string().nullable(), says: z.string() }).nullable(),
});
export type BoardView = z.infer<typeof BoardView>;

/** What can be done with an entry. */
export const EntryActName = z.enum(['send', 'pass', 'sendBack', 'renew', 'end', 'drop', 'state']);
export type EntryActName = z.infer<typeof EntryActName>;

const EntryActs = z.object({
  edit: z.string().nullable(),
  acts: z.array(EntryActName),
  states: z.array(z.object({ id: z.string(), label: z.string() })),
});

export const EntryView = z.object({
  kind: z.literal('entry'),
  title: z.string(),
  number: z.number(),
  board: Link,
  state: z.string(),
  category: z.string(),
  answers: z.array(AnswerLine),
  by: z.string(),
  /** What is to be known of it: until when it stands, that it waits, why it was sent back. */
  notes: z.array(z.string()),
  saved: z.boolean().nullable(),
  /** For whoever posted it or looks after it; null for everybody else. */
  hands: EntryActs.nullable(),
  /** A change that waits, for those who look after it and whoever wrote it. */
  change: z.array(AnswerLine).nullable(),
  /** For whoever may reply to it. */
  reply: ShownForm.nullable(),
  /** What came, for whoever posted it; to whoever replied their own. */
  replies: z.array(z.object({ by: z.string(), answers: z.array(AnswerLine) })),
  /** What it is about, in a line or two. */
  description: z.string(),
  /** Whether search engines may keep it. */
  listed: z.boolean(),
});
export type EntryView = z.infer<typeof EntryView>;

export const EntryFormView = ShownForm.extend({
  kind: z.literal('entryForm'),
  board: Link,
  /** The number of the entry that is changed; null for a new one. */
  entry: z.number().nullable(),
  /** Whether it can be kept without being sent. */
  keeps: z.boolean(),
});
export type EntryFormView = z.infer<typeof EntryFormView>;

export const MineView = z.object({
  kind: z.literal('mine'),
  title: z.string(),
  own: z.array(
    z.object({ title: z.string(), href: z.string(), board: z.string(), state: z.string(), says: z.string() }),
  ),
  saved: z.array(
    z.object({
      number: z.number(),
      title: z.string(),
      href: z.string().nullable(),
      board: z.string(),
      state: z.string(),
    }),
  ),
});
export type MineView = z.infer<typeof MineView>;

export const boardPlaces = [
  BoardView,
  EntryView,
  EntryFormView,
  MineView,
  /** An entry that has ended, for whoever could read it while it stood. */
  z.object({ kind: z.literal('entryGone'), title: z.string(), says: z.string(), board: Link }),
] as const;

const answers = z.record(z.string().max(60), RawAnswerInput);
const number = z.coerce.number().int().min(1);

/** Who looks after entries at the desk. */
const entryKeepers: Access = { staff: ['owner', 'manager', 'reviewer', 'editor'] };

const ActInput = z.object({
  entry: number,
  act: EntryActName,
  /** The state that is set. */
  state: z.string().max(48).optional(),
  /** Why it is sent back. */
  note: z.string().max(2000).optional(),
});

/** A tab of the list: what waits for somebody, or where entries stand. */
export const EntryTab = z.enum(['waiting', 'standing', 'ended', 'returned']);
export type EntryTab = z.infer<typeof EntryTab>;

export const DeskEntryRow = z.object({
  number: z.number(),
  title: z.string(),
  board: z.string(),
  state: z.string(),
  /** What waits of it: itself, or a change. */
  waits: z.enum(['entry', 'change']).nullable(),
  poster: z.object({ id: z.string(), name: z.string() }).nullable(),
  says: z.string(),
});
export type DeskEntryRow = z.infer<typeof DeskEntryRow>;

export const boards = {
  writeEntry: endpoint('member', 'POST', '/site/boards/{board}/entries', 'Writes an entry, or changes an own one')
    .input(
      z.object({
        board: z.string().max(60),
        /** The number of the entry that is changed; null for a new one. */
        entry: number.nullable().default(null),
        answers,
        then: z.enum(['keep', 'send']),
      }),
    )
    .output(z.object({ next: z.string() })),
  actOnEntry: endpoint('member', 'POST', '/site/entries/{entry}/act', 'Does something with an entry')
    .input(ActInput)
    .output(z.object({ next: z.string() })),
  replyToEntry: endpoint('member', 'POST', '/site/entries/{entry}/replies', 'Says something to whoever posted an entry')
    .input(z.object({ entry: number, answers }))
    .output(z.object({ next: z.string() })),
  saveEntry: endpoint('member', 'POST', '/site/entries/{entry}/saved', 'Saves an entry, or takes it off again')
    .input(z.object({ entry: number, saved: z.boolean() }))
    .output(z.object({ saved: z.boolean() })),
};

export const entries = {
  list: endpoint(entryKeepers, 'GET', '/desk/entries', 'Entries of the boards, those that waited longest first')
    .input(
      z.object({
        board: z.union([z.literal(''), BoardId]).default(''),
        tab: EntryTab.default('waiting'),
        q: z.string().max(200).default(''),
        page: z.coerce.number().int().min(1).max(10_000).default(1),
      }),
    )
    .output(
      z.object({
        rows: z.array(DeskEntryRow),
        total: z.number(),
        pageSize: z.number(),
        counts: z.record(EntryTab, z.number()),
        /** How many wait and stand on each board, by its id. */
        boards: z.record(z.string(), z.object({ waiting: z.number(), standing: z.number() })),
      }),
    ),
  one: endpoint(entryKeepers, 'GET', '/desk/entries/{entry}', 'One entry')
    .input(z.object({ entry: number }))
    .output(
      z.object({
        row: DeskEntryRow,
        answers: z.array(AnswerLine),
        category: z.string(),
        change: z.array(AnswerLine).nullable(),
        /** How many have replied. */
        replies: z.number(),
        notes: z.array(z.string()),
        hands: EntryActs,
        /** Where everybody sees it; null where not everybody does. */
        href: z.string().nullable(),
        history: z.array(z.object({ when: z.string(), says: z.string() })),
      }),
    ),
  act: endpoint(entryKeepers, 'POST', '/desk/entries/{entry}/act', 'Does something with an entry, as staff')
    .input(ActInput)
    .output(z.object({ done: z.literal(true) })),
};
