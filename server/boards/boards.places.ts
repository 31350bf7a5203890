/**
 * Purpose: the places of boards on the site: the list, an opened entry, its form, and what somebody has posted and saved.
 * Invariant: whoever a door does not let in gets its outside view and nothing of an entry: no title, no count, no state.
 */
import type { BoardFilterView, BoardView, EntryRowView, EntryView, PlaceView } from '../../contract';
import {
  actsFor,
  categoriesInOrder,
  categoryTitle,
  entryTerms,
  formOfBoard,
  formOfReply,
  isSeen,
  markedBy,
  sayStage,
  stateOf,
  type BoardItem,
  type Content,
} from '../../core/boards';
import { ruleOf } from '../../core/doors';
import { facetOf, joinedOf, questionsOf, showValue, typedOf } from '../../core/fields';
import type { FieldValue } from '../../core/facts';
import { say, sayDate, sayDayMonth, sayNearDate, type Instant, type MemberId } from '../../core/kernel';
import { hrefOfPage, outsideParts, sayWays, wordsFor } from '../../core/pages';
import type { Setup } from '../../core/setup';
import type { Looker } from '../callers';
import { beforehand, signInFirst, type PlaceAnswer, type PlaceRequest, type Places } from '../site';
import type { BoardQueries } from './board.query.sql';
import { PAGE, filterOf, sorts, tabs, type BoardQuery, type Sight, type Sort } from './board.query.sql';
import { boardsSays } from './boards.sentences';
import { handOf, mayPost, type Entries } from './entries';
import { nameOfEntry, type StoredEntry } from './entry.store';
import { mayReply, type Replies } from './replies';

/** More than anybody types to find an entry. */
const LONGEST = 200;

export const boardPlaces = (entries: Entries, queries: BoardQueries, replies: Replies): Places => ({
  boards: (asked) => {
    const board = asked.live.setup.boardByAddress.get(asked.rest ?? '');
    return board ? boardPlace(board, asked, queries) : null;
  },
  entries: async (asked) => {
    const stored = await entryAt(asked, entries);
    return stored && entryPlace(stored, asked, queries, replies);
  },
  post: (asked) => {
    const board = asked.live.setup.boardByAddress.get(asked.rest ?? '');
    if (!board) return null;
    const { facts, now } = asked.looker;
    if (!facts.member) return signInFirst(asked);
    if (!mayPost(facts, board, asked.live.doors.prepare(facts, now), asked.live)) return { elsewhere: hrefOf(board) };
    return entryForm(board, null, asked);
  },
  edit: async (asked) => {
    if (!asked.looker.facts.member) return signInFirst(asked);
    const stored = await entryAt(asked, entries);
    const board = stored && asked.live.setup.boards.get(stored.board);
    if (!stored || !board || handOf(stored, asked.looker.facts, board) !== 'poster') return null;
    return stored.entry.stage === 'ended' ? { elsewhere: hrefOfEntry(stored) } : entryForm(board, stored, asked);
  },
  mine: (asked) => (asked.rest === undefined ? minePlace(asked, queries) : null),
});

export const hrefOf = ({ address }: BoardItem): string => `/boards/${address}`;
export const hrefOfEntry = ({ number }: Pick<StoredEntry, 'number'>): string => `/entries/${number}`;

async function entryAt({ rest }: PlaceRequest, entries: Entries): Promise<StoredEntry | null> {
  return /^[1-9][0-9]{0,8}$/.test(rest ?? '') ? entries.numbered(Number(rest)) : null;
}

const keeps = ({ facts }: Looker, board: BoardItem): boolean =>
  board.keepers !== undefined && facts.standing === 'admitted' && facts.groups.includes(board.keepers);

const mayRead = ({ looker, live }: PlaceRequest, board: BoardItem): boolean =>
  live.doors.predicate(board.read)(live.doors.prepare(looker.facts, looker.now));

/** What stands there for whoever may not read a board. */
function shutPlace(board: BoardItem, { looker, live, path }: PlaceRequest): PlaceAnswer {
  const { setup, doors } = live;
  const { readOutside } = board;
  if (readOutside.view === 'nothing') return null;
  const { page, note } = outsideParts(readOutside);
  if (page) {
    const other = setup.pages.get(page);
    return other && !other.retired ? { elsewhere: hrefOfPage(other, setup) } : null;
  }
  const person = doors.prepare(looker.facts, looker.now);
  const says = boardsSays(setup.doc.site);
  return {
    ...blankBoard(board, says.sortNewest),
    shut: {
      note: say(note, wordsFor(looker.facts, looker.now, setup)),
      ways: sayWays(ruleOf(board.read, setup), path, person, setup, null, live.full),
    },
  };
}

const blankBoard = (board: BoardItem, newest: string): BoardView => ({
  kind: 'board',
  title: board.title,
  intro: '',
  address: board.address,
  shut: null,
  post: null,
  question: '',
  filters: [],
  sort: 'newest',
  sorts: [{ value: 'newest', label: newest }],
  tabs: [],
  entries: [],
  says: '',
  listed: false,
  narrowed: false,
  pages: null,
});

const oneOf = <T extends string>(list: readonly T[], value: string | null): T | null =>
  list.find((one) => one === value) ?? null;

/** A day or a number as an address names it; '' for anything else. */
const asEnd = (kind: 'number' | 'date', text: string | null): string =>
  (kind === 'number' ? /^-?[0-9]{1,12}(\.[0-9]{1,6})?$/ : /^[0-9]{4}-[0-9]{2}-[0-9]{2}$/).test(text ?? '') ? text! : '';

function queryOf(board: BoardItem, { query, looker }: PlaceRequest): BoardQuery {
  const terms = entryTerms((query('q') ?? '').slice(0, LONGEST));
  const narrowed = new Map<string, { is: string } | { from: string; until: string }>();
  for (const field of board.fields) {
    const kind = field.filter ? filterOf(field) : null;
    if (kind === null) continue;
    if (kind === 'choice') {
      const value = (query(`f-${field.id}`) ?? '').slice(0, 60);
      if (value) narrowed.set(field.id, { is: value });
      continue;
    }
    const [from, until] = [asEnd(kind, query(`from-${field.id}`)), asEnd(kind, query(`until-${field.id}`))];
    if (from || until) narrowed.set(field.id, { from, until });
  }
  const category = query('category') ?? '';
  const page = Number(query('page') ?? '1');
  return {
    tab: (looker.facts.member && oneOf(tabs, query('tab'))) || 'all',
    terms,
    category: board.categories.some(({ id }) => id === category) ? category : '',
    narrowed,
    sort: oneOf(sorts, query('sort')) ?? (terms.length ? 'best' : 'newest'),
    page: Number.isInteger(page) && page >= 1 && page <= 10_000 ? page : 1,
  };
}

/** The address of a list that differs from the one asked for in these values. */
function addressWith(board: BoardItem, { query }: PlaceRequest, changes: Readonly<Record<string, string>>): string {
  const names = [
    'q',
    'category',
    'sort',
    'tab',
    'page',
    ...board.fields.flatMap(({ id }) => [`f-${id}`, `from-${id}`, `until-${id}`]),
  ];
  const asked = new URLSearchParams();
  for (const name of names) {
    const value = name in changes ? changes[name]! : name === 'page' ? '' : (query(name) ?? '');
    if (value) asked.set(name, value);
  }
  const text = asked.toString();
  return text ? `${hrefOf(board)}?${text}` : hrefOf(board);
}

async function boardPlace(board: BoardItem, asked: PlaceRequest, queries: BoardQueries): Promise<PlaceAnswer> {
  if (!mayRead(asked, board)) return shutPlace(board, asked);
  const { looker, live } = asked;
  const { facts, now } = looker;
  const { setup, doors } = live;
  const { site } = setup.doc;
  const says = boardsSays(site);
  const who: Sight = { member: facts.member, keeps: keeps(looker, board), now };
  const query = queryOf(board, asked);
  const total = await queries.count(board, query, who);
  const pages = Math.max(1, Math.ceil(total / PAGE));
  // Who asks for a page that is not there any more gets the last.
  const at = { ...query, page: Math.min(query.page, pages) };
  const rows = await queries.page(board, at, who);
  const names = signedFor(board, looker) ? await queries.names(rows.map(({ member }) => member)) : new Map();
  const saved = facts.member
    ? await queries.saved(
        facts.member,
        rows.map(({ id }) => id),
      )
    : null;
  const everything = { ...query, terms: [], category: '', narrowed: new Map(), page: 1 };
  const counted = async (tab: BoardQuery['tab'], label: string) => ({
    label,
    href: addressWith(board, { ...asked, query: () => null }, tab === 'all' ? {} : { tab }),
    count: await queries.count(board, { ...everything, tab }, who),
    here: query.tab === tab,
  });
  const narrowed = query.terms.length > 0 || query.category !== '' || query.narrowed.size > 0;
  const sortNames: Record<Sort, string> = {
    newest: says.sortNewest,
    best: says.sortBest,
    name: says.sortName,
    ends: says.sortEnds,
  };
  return {
    ...blankBoard(board, says.sortNewest),
    intro: board.intro ? say(board.intro, wordsFor(facts, now, setup)) : '',
    post: mayPost(facts, board, doors.prepare(facts, now), live)
      ? { label: board.postLabel, href: `/post/${board.address}` }
      : null,
    question: (asked.query('q') ?? '').slice(0, LONGEST),
    filters: await filtersOf(board, query, who, queries, setup),
    sort: query.sort,
    sorts: sorts
      .filter((sort) => (sort !== 'best' || query.terms.length > 0) && (sort !== 'ends' || board.stands || board.until))
      .map((value) => ({ value, label: sortNames[value] })),
    tabs: facts.member
      ? [await counted('all', says.all), await counted('saved', says.saved), await counted('mine', says.mine)]
      : [],
    entries: rows.map((stored) => rowView(stored, board, asked, query, names, saved)),
    says: total === 0 && narrowed ? says.foundNone : says.found({ count: total }),
    // A page of it, or a part, is the same board.
    listed: 'everyone' in board.read && !narrowed && query.page === 1 && query.sort === 'newest',
    narrowed,
    pages:
      pages === 1
        ? null
        : {
            before: at.page > 1 ? addressWith(board, asked, { page: at.page > 2 ? String(at.page - 1) : '' }) : null,
            after: at.page < pages ? addressWith(board, asked, { page: String(at.page + 1) }) : null,
            says: says.pageOf({ page: at.page, pages }),
          },
  };
}

async function filtersOf(
  board: BoardItem,
  query: BoardQuery,
  who: Sight,
  queries: BoardQueries,
  setup: Setup,
): Promise<BoardFilterView[]> {
  const { site } = setup.doc;
  const says = boardsSays(site);
  const filters: BoardFilterView[] = [];
  if (board.categories.length) {
    const counts = await queries.categories(board, query, who);
    filters.push({
      kind: 'choice',
      name: 'category',
      label: says.category,
      value: query.category,
      options: categoriesInOrder(board.categories)
        .filter(({ id, retired }) => !retired || (counts.get(id) ?? 0) > 0)
        .map(({ id }) => ({ value: id, label: categoryTitle(id, board), count: counts.get(id) ?? 0 })),
    });
  }
  for (const field of board.fields) {
    const kind = field.filter ? filterOf(field) : null;
    if (kind === null) continue;
    const now = query.narrowed.get(field.id);
    if (kind !== 'choice') {
      const { from, until } = now && 'from' in now ? now : { from: '', until: '' };
      filters.push({ kind: 'range', name: field.id, label: field.label, of: kind, from, until });
      continue;
    }
    const counts = await queries.choices(board, field.id, query, who);
    const facet = facetOf(field.of);
    const offered =
      facet.is === 'choice' || facet.is === 'choices'
        ? facet.choices(site)
        : [
            { id: 'yes', label: says.yes },
            { id: 'no', label: says.no },
          ];
    filters.push({
      kind: 'choice',
      name: `f-${field.id}`,
      label: field.label,
      value: now && 'is' in now ? now.is : '',
      // Of a long list what is there; of a short one all, so that one sees what there could be.
      options: offered
        .filter(({ id }) => offered.length <= 12 || counts.has(id))
        .map(({ id, label }) => ({ value: id, label, count: counts.get(id) ?? 0 })),
    });
  }
  return filters;
}

/** Whether a viewer reads who posted something. */
const signedFor = ({ signed }: BoardItem, { facts }: Looker): boolean =>
  signed === 'everyone' || (signed === 'members' && facts.standing === 'admitted');

/** Who posted it and when, as far as this viewer reads it. */
function byLine(
  { member, entry: { openedAt, sentAt } }: StoredEntry,
  board: BoardItem,
  looker: Looker,
  setup: Setup,
  names: ReadonlyMap<string, string>,
): string {
  const { site } = setup.doc;
  const at = openedAt ?? sentAt;
  const date = at === null ? '' : sayNearDate(at, looker.now, site);
  const says = boardsSays(site);
  if (member !== null && member === looker.facts.member) return date ? says.postedByYou({ date }) : '';
  const name = signedFor(board, looker) ? ((member && names.get(member)) ?? '') : '';
  return name && date ? says.postedBy({ name, date }) : date;
}

function rowView(
  stored: StoredEntry,
  board: BoardItem,
  { looker, live }: PlaceRequest,
  { terms }: BoardQuery,
  names: ReadonlyMap<string, string>,
  saved: ReadonlySet<string> | null,
): EntryRowView {
  const { setup } = live;
  const { site } = setup.doc;
  const { entry } = stored;
  const away = board.leadsTo ? entry.answers[board.leadsTo] : undefined;
  const mine = stored.member !== null && stored.member === looker.facts.member;
  const sort = board.fields.find(({ row, of }) => row && facetOf(of).is === 'choice');
  const sorted = sort && entry.answers[sort.id];
  return {
    number: stored.number,
    href: typeof away === 'string' && !mine ? away : hrefOfEntry(stored),
    away: typeof away === 'string' && !mine,
    title: [...markedBy(nameOfEntry(entry, board, site), terms)],
    sort: sort && sorted !== undefined ? showValue(sort.of, sorted, site) : '',
    state: stateLabel(stored, board, setup),
    lines: board.fields.flatMap(({ id, label, of, row }) => {
      const value: FieldValue | undefined = entry.answers[id];
      if (!row || id === board.named || id === sort?.id || value === undefined) return [];
      const named = !['text', 'choice', 'choices'].includes(facetOf(of).is);
      return [{ label, named, value: [...markedBy(showValue(of, value, site), terms)] }];
    }),
    category: categoryTitle(entry.category, board),
    by: byLine(stored, board, looker, setup, names),
    mine,
    saved: saved && !mine ? saved.has(stored.id) : null,
  };
}

/** The state in words, where it says something: not the one in which every entry begins. */
function stateLabel({ entry }: StoredEntry, board: BoardItem, setup: Setup): string {
  const { site } = setup.doc;
  if (entry.stage === 'standing' && entry.state === board.states[0]!.id && !board.private) return '';
  return sayStage(entry, board, site);
}

/** What was answered, by the labels of the board, in its order. */
export function answerLines({ answers }: Content, board: BoardItem, setup: Setup, all = false): EntryView['answers'] {
  return board.fields.flatMap((field) => {
    const value: FieldValue | undefined = answers[field.id];
    if (value === undefined || (!all && (!field.entry || field.id === board.named))) return [];
    return [joinedOf(field, value, setup.doc.site)];
  });
}

async function entryPlace(
  stored: StoredEntry,
  asked: PlaceRequest,
  queries: BoardQueries,
  replies: Replies,
): Promise<PlaceAnswer> {
  const { looker, live } = asked;
  const { setup } = live;
  const board = setup.boards.get(stored.board);
  if (!board || board.retired) return null;
  const { facts, now } = looker;
  const hand = handOf(stored, facts, board);
  const reads = mayRead(asked, board);
  if (!hand && !reads) return board.private ? null : shutPlace(board, asked);
  const { entry } = stored;
  const { site } = setup.doc;
  const says = boardsSays(site);
  const link = { label: board.title, href: hrefOf(board) };
  if (!hand && !isSeen(entry, board, now))
    return entry.stage === 'ended' && !board.private && (stateOf(board, entry.state)?.seen ?? true)
      ? { kind: 'entryGone', title: says.goneTitle, says: says.goneSays({ board: board.title }), board: link }
      : null;
  const names = signedFor(board, looker) ? await queries.names([stored.member]) : new Map<string, string>();
  const view: EntryView = {
    kind: 'entry',
    title: nameOfEntry(entry, board, site),
    number: stored.number,
    board: link,
    state: stateLabel(stored, board, setup),
    category: categoryTitle(entry.category, board),
    answers: answerLines(entry, board, setup),
    by: byLine(stored, board, looker, setup, names),
    notes: notesOn(stored, board, setup, hand !== null),
    saved: facts.member && hand !== 'poster' ? (await queries.saved(facts.member, [stored.id])).has(stored.id) : null,
    hands: hand && handsView(stored, board, hand, now, setup),
    change: hand && entry.change ? answerLines(entry.change, board, setup, true) : null,
    reply: mayReply(facts, stored, board, live, now) ? replyForm(stored, board, asked) : null,
    replies: await repliesView(stored, board, hand === 'poster', asked, queries, replies),
    description: describedBy(entry, board, setup),
    listed: 'everyone' in board.read && entry.stage === 'standing',
  };
  return view;
}

/** The first lines of an entry, for where it is found or shared: its longest text, cut between words. */
function describedBy(content: Content, board: BoardItem, setup: Setup): string {
  const texts = answerLines(content, board, setup).map(({ value }) => value.replace(/\s+/g, ' '));
  const longest = texts.reduce((one, other) => (other.length > one.length ? other : one), '');
  if (longest.length <= 160) return longest;
  return `${longest.slice(0, 160).replace(/\s\S*$/, '')} …`;
}

function replyForm(stored: StoredEntry, board: BoardItem, asked: PlaceRequest): EntryView['reply'] {
  const { setup } = asked.live;
  const reply = board.reply!;
  const { parts, known } = formOfReply(reply, setup.doc.site);
  const before = beforehand(asked);
  const fills = (id: string) => reply.fields.find((field) => field.id === id)?.fills;
  return {
    title: reply.label,
    form: `reply-${stored.number}`,
    intro: '',
    questions: questionsOf(parts, known, {
      ...before,
      profile: (id) => {
        const field = fills(id);
        return field ? before.profile(field) : null;
      },
    }),
    sendLabel: reply.label,
    sendNote: boardsSays(setup.doc.site).replyNote,
  };
}

/** What came to an entry, for whoever posted it; for everybody else what they said to it themselves. */
async function repliesView(
  stored: StoredEntry,
  board: BoardItem,
  own: boolean,
  { looker, live }: PlaceRequest,
  queries: BoardQueries,
  replies: Replies,
): Promise<EntryView['replies']> {
  const { member } = looker.facts;
  if (!board.reply || !member) return [];
  const rows = await replies.of(stored.id, own ? undefined : (member as MemberId));
  const names = own ? await queries.names(rows.map((row) => row.member)) : new Map<string, string>();
  const { site } = live.setup.doc;
  const says = boardsSays(site);
  const { fields } = board.reply;
  return rows.map((row) => {
    const date = sayNearDate(row.sentAt, looker.now, site);
    return {
      by: own ? says.repliedBy({ name: names.get(row.member) ?? '', date }) : says.youReplied({ date }),
      answers: fields.flatMap((field) => {
        const value: FieldValue | undefined = row.answers[field.id];
        return value === undefined ? [] : [joinedOf(field, value, site)];
      }),
    };
  });
}

/** What is to be known of an entry. @param own for whoever posted it or looks after it @param atDesk for staff */
export function notesOn(
  { entry }: StoredEntry,
  board: BoardItem,
  setup: Setup,
  own: boolean,
  atDesk = false,
): string[] {
  const { site } = setup.doc;
  const says = boardsSays(site);
  const until = entry.until === null ? [] : [says.endsOn({ date: sayDate(entry.until - 1, site) })];
  if (!own) return until;
  const why =
    entry.note === null
      ? entry.stage === 'returned'
        ? [says.returnedBare]
        : []
      : [says.returnedNote({ note: entry.note })];
  if (atDesk) return [...why, ...until];
  return [
    ...(entry.stage === 'draft' ? [says.draftNote] : []),
    ...(entry.stage === 'waiting' ? [says.waitsNote] : []),
    ...why,
    ...(entry.change ? [says.changeWaitsNote] : []),
    ...(entry.stage === 'ended' ? [says.endedNote] : []),
    ...(board.private && entry.stage === 'standing' ? [says.privateNote] : []),
    ...until,
  ];
}

const actNames = {
  sent: 'send',
  passed: 'pass',
  sentBack: 'sendBack',
  renewed: 'renew',
  ended: 'end',
  dropped: 'drop',
} as const;

/** What somebody may do with an entry now. */
export function handsView(
  stored: StoredEntry,
  board: BoardItem,
  by: 'poster' | 'keepers' | 'staff',
  now: Instant,
  setup: Setup,
): NonNullable<EntryView['hands']> {
  const can = actsFor(stored.entry, { by, now, board, place: setup.doc.site });
  return {
    edit: by === 'poster' && can.acts.includes('written') ? `/edit/${stored.number}` : null,
    acts: can.acts.flatMap((act) => (act in actNames ? [actNames[act as keyof typeof actNames]] : [])),
    states: can.states.map((id) => ({ id, label: stateOf(board, id)!.title })),
  };
}

function entryForm(board: BoardItem, stored: StoredEntry | null, asked: PlaceRequest): PlaceAnswer {
  const { live } = asked;
  const { setup } = live;
  const { site } = setup.doc;
  const says = boardsSays(site);
  const { parts, known } = formOfBoard(board, site);
  const before = beforehand(asked);
  const content = stored && (stored.entry.change ?? stored.entry);
  const fills = (id: string) => board.fields.find((field) => field.id === id)?.fills;
  const questions = questionsOf(parts, known, {
    ...before,
    profile: (id) => {
      const field = fills(id);
      return field ? before.profile(field) : null;
    },
  }).map((question) => {
    const value =
      content && (question.name === 'category' ? content.category : content.answers[question.name as never]);
    if (!content) return question;
    return {
      ...question,
      start: value === null || value === undefined || !question.of ? null : typedOf(question.of, value as FieldValue),
    };
  });
  const stands = stored?.entry.stage === 'standing' || stored?.entry.stage === 'waiting';
  const name = stored ? nameOfEntry(stored.entry, board, site) : '';
  return {
    kind: 'entryForm',
    title: stored ? says.changeEntry({ name }) : board.postLabel,
    form: stored ? `entry-${stored.number}` : `post-${board.address}`,
    intro: '',
    questions,
    sendLabel: stands ? says.keepChange : says.send,
    sendNote: board.moderation === 'before' ? says.lookedAt : null,
    board: { label: board.title, href: hrefOf(board) },
    entry: stored?.number ?? null,
    keeps: !stands,
  };
}

async function minePlace(asked: PlaceRequest, queries: BoardQueries): Promise<PlaceAnswer> {
  const { looker, live } = asked;
  const { member } = looker.facts;
  if (!member) return signInFirst(asked);
  const { setup } = live;
  const { site } = setup.doc;
  const { own, saved } = await queries.mine(member);
  const says = boardsSays(site);
  const boardOf = (stored: StoredEntry) => setup.boards.get(stored.board);
  const place: Extract<PlaceView, { kind: 'mine' }> = {
    kind: 'mine',
    title: says.mineTitle,
    own: own.flatMap((stored) => {
      const board = boardOf(stored);
      if (!board) return [];
      return [
        {
          title: nameOfEntry(stored.entry, board, site),
          href: hrefOfEntry(stored),
          board: board.title,
          state: sayStage(stored.entry, board, site),
          says: stored.entry.until === null ? '' : says.endsOn({ date: sayDayMonth(stored.entry.until - 1, site) }),
        },
      ];
    }),
    saved: saved.flatMap((stored) => {
      const board = boardOf(stored);
      // What they may not read any more is not named either.
      if (!board || board.retired || !mayRead(asked, board) || board.private) return [];
      const seen = isSeen(stored.entry, board, looker.now);
      if (!seen && stored.entry.stage !== 'ended') return [];
      return [
        {
          number: stored.number,
          title: nameOfEntry(stored.entry, board, site),
          href: seen ? hrefOfEntry(stored) : null,
          board: board.title,
          state: seen ? stateLabel(stored, board, setup) : boardsSays(site).endedNote,
        },
      ];
    }),
  };
  return place;
}
