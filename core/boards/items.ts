/** Purpose: boards as the owner sets them up: what an entry holds, its states, who reads, posts and looks after it. */
import { z } from 'zod';
import { ShutView } from '../doors/outside';
import { DoorUse } from '../doors/rule';
import { AnswerRule, FieldKind, facetOf, isAnswered } from '../fields';
import {
  Address,
  BoardId,
  CategoryId,
  FieldId,
  GroupId,
  LevelId,
  MessageId,
  Span,
  StateId,
  Text,
  Title,
  Words,
  kernelSays,
  owners,
} from '../kernel';
import { boardsSay } from './boards.sentences';

/** What an entry is asked, by the kinds of field that profiles and forms have. */
export const BoardField = z.strictObject({
  id: FieldId,
  label: Title,
  help: Text.optional(),
  placeholder: Title.optional(),
  of: FieldKind,
  required: z.boolean().default(false),
  /** Half the width of the form. */
  half: z.boolean().default(false),
  /** Asked only where earlier answers meet it. */
  when: AnswerRule.optional(),
  /** The profile field whose answer stands there beforehand. */
  fills: FieldId.optional(),
  /** Where it shows: on the row of the list, on the opened entry. */
  row: z.boolean().default(false),
  entry: z.boolean().default(true),
  /** Whether its words are found, and whether the list is narrowed down by it. */
  search: z.boolean().default(false),
  filter: z.boolean().default(false),
});
export type BoardField = z.infer<typeof BoardField>;

export const Category = z.strictObject({
  id: CategoryId,
  title: Title,
  /** The category it stands within; none of those stands within another. */
  within: CategoryId.optional(),
  retired: z.boolean().optional(),
});
export type Category = z.infer<typeof Category>;

/** Who may do something with an entry: whoever posted it, the group that looks after the board, staff. */
export const hands = ['poster', 'keepers', 'staff'] as const;
export type HandOnEntry = (typeof hands)[number];

/** One of the states an entry goes through while it stands, in the owner's words. */
export const BoardState = z.strictObject({
  id: StateId,
  title: Title,
  /** Whether others see entries in it. */
  seen: z.boolean().default(true),
  setBy: z.array(z.enum(hands)).max(3),
  /** Told to whoever posted it. */
  letter: MessageId.optional(),
  /** What follows: nothing, no more replies, or the end of the entry, which is then seen for so many days more. */
  then: z
    .discriminatedUnion('is', [
      z.strictObject({ is: z.literal('goesOn') }),
      z.strictObject({ is: z.literal('noReplies') }),
      z.strictObject({ is: z.literal('ends'), seenDays: z.int().min(0).max(365) }),
    ])
    .default({ is: 'goesOn' }),
});
export type BoardState = z.infer<typeof BoardState>;

/** The letters a board sends to whoever posted an entry, and to those who look after it. */
const letters = z.strictObject({
  /** To those who look after the board: an entry waits for them. */
  waiting: MessageId.optional(),
  opened: MessageId.optional(),
  returned: MessageId.optional(),
  /** Before it ends by itself. */
  reminder: MessageId.optional(),
  ended: MessageId.optional(),
});
export type BoardLetter = keyof z.infer<typeof letters>;
export const boardLetters = Object.keys(letters.shape) as readonly BoardLetter[];

/** Ids that name something else on the forms of an entry. */
const reserved: ReadonlySet<string> = new Set([
  'category',
  'act',
  'once',
  'entry',
  'website',
  'board',
  'then',
  'state',
  'note',
  'back',
]);

/** How entries are replied to: passed on to whoever posted them, without either's address. */
export const BoardReply = z.strictObject({
  door: DoorUse,
  /** What stands on the button. */
  label: Title,
  fields: z.array(BoardField).min(1).max(20),
  /** Tells whoever posted the entry. */
  letter: MessageId.optional(),
});
export type BoardReply = z.infer<typeof BoardReply>;

export const BoardItem = z
  .strictObject({
    id: BoardId,
    address: Address,
    title: Title,
    intro: Words.optional(),
    fields: z.array(BoardField).min(1).max(40),
    /** The field by which an entry is called. */
    named: FieldId,
    /** The field with the last day on which it stands, where that comes before its time is over. */
    until: FieldId.optional(),
    /** The field with the address a row leads to, instead of the opened entry. */
    leadsTo: FieldId.optional(),
    categories: z.array(Category).max(60).default([]),
    read: DoorUse,
    readOutside: ShutView,
    post: DoorUse,
    /** What stands on the button that leads to a new entry. */
    postLabel: Title,
    /** Who of its readers reads who posted it. */
    signed: z.enum(['everyone', 'members', 'nobody']).default('members'),
    /** An entry is seen by whoever posted it and by those who look after it alone. */
    private: z.boolean().default(false),
    /** The members of it look after the board, beside staff. */
    keepers: GroupId.optional(),
    /** Whether an entry is looked at before others see it. */
    moderation: z.enum(['before', 'after']),
    /** At least two: the first is that in which an entry begins, and one of them ends it. */
    states: z.array(BoardState).min(2).max(8),
    /** How many entries somebody may have there at once; without one, as many as they like. */
    most: z.int().min(1).max(1000).optional(),
    /** More of them at a level. */
    mostAt: z
      .array(z.strictObject({ level: LevelId, most: z.int().min(1).max(1000) }))
      .max(50)
      .default([]),
    /** How long an entry stands; without one until somebody ends it. */
    stands: Span.optional(),
    /** How often it may be renewed, each time for as long again. */
    renewals: z.int().min(0).max(1000).default(0),
    /** So many days before its end the one who posted it is reminded. */
    remindDays: z.int().min(1).max(60).default(3),
    /** So many days after its end it is forgotten. */
    keptDays: z.int().min(1).max(3650).default(365),
    letters: letters.default({}),
    /** Without it nobody replies. */
    reply: BoardReply.optional(),
    retired: z.boolean().optional(),
  })
  .superRefine((board, context) => {
    const says = boardsSay(owners);
    const fault = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message });
    const { fields, categories, states } = board;
    const twice = (list: readonly { readonly id: string }[], name: string) =>
      list.forEach(({ id }, at) => {
        if (list.findIndex((one) => one.id === id) < at) fault([name, at, 'id'], kernelSays(owners).usedTwice({ id }));
      });
    twice(categories, 'categories');
    twice(states, 'states');
    const asks = (list: readonly BoardField[], place: readonly string[]) =>
      list.forEach(({ id, of }, at) => {
        if (reserved.has(id)) fault([...place, at, 'id'], says.nameTaken);
        if (list.findIndex((one) => one.id === id) < at)
          fault([...place, at, 'id'], kernelSays(owners).usedTwice({ id }));
        if (!isAnswered(of)) fault([...place, at, 'of'], says.notComputed);
        const { is } = facetOf(of);
        if (is === 'file' || is === 'agreement') fault([...place, at, 'of'], says.notOfEntry);
      });
    asks(fields, ['fields']);
    asks(board.reply?.fields ?? [], ['reply', 'fields']);
    const sort = (id: string | undefined) => {
      const field = fields.find((one) => one.id === id);
      return field ? facetOf(field.of).is : null;
    };
    if (
      !fields.some(({ id, required, when }) => id === board.named && required && !when) ||
      sort(board.named) !== 'text'
    )
      fault(['named'], says.namedBy);
    if (board.until && sort(board.until) !== 'day') fault(['until'], says.untilBy);
    if (board.leadsTo && fields.find(({ id }) => id === board.leadsTo)?.of.kind !== 'webAddress')
      fault(['leadsTo'], says.leadsBy);
    categories.forEach(({ id, within }, at) => {
      const outer = categories.find((one) => one.id === within);
      if (within && (!outer || outer.within || outer.id === id)) fault(['categories', at, 'within'], says.oneWithin);
    });
    if (states[0]?.then.is === 'ends') fault(['states', 0, 'then'], says.firstBegins);
    if (!states.some(({ then }) => then.is === 'ends')) fault(['states'], says.oneEnds);
    if (board.private && board.moderation === 'before') fault(['moderation'], says.privateIsNotModerated);
  });
export type BoardItem = z.infer<typeof BoardItem>;

/** What a board is, as a list of boards shows it. */
export const stateOf = ({ states }: Pick<BoardItem, 'states'>, id: string | null): BoardState | null =>
  states.find((state) => state.id === id) ?? null;
