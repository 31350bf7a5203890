/**
 * Purpose: the list of a board, searched, narrowed down and sorted by its address; for whoever is shut out, its outside view.
 * Invariant: whoever a door does not let in gets its outside view and nothing of an entry: no title, no count, no state.
 */
import type { BoardFilterView, BoardView, EntryRowView } from '../../contract';
import { categoriesInOrder, categoryTitle, entryTerms, type BoardItem, markedBy } from '../../core/boards';
import { ruleOf } from '../../core/doors';
import { facetOf, showValue } from '../../core/fields';
import type { FieldValue } from '../../core/facts';
import { say } from '../../core/kernel';
import { hrefOfPage, outsideParts, sayWays, wordsFor } from '../../core/pages';
import type { Setup } from '../../core/setup';
import { type PlaceAnswer, type PlaceRequest } from '../site';
import type { BoardQueries } from './board.query.sql';
import { PAGE, filterOf, sorts, tabs, type BoardQuery, type Sight, type Sort } from './board.query.sql';
import { boardsSays } from './boards.sentences';
import { keepsBoard, mayPost } from './entries';
import { nameOfEntry, type StoredEntry } from './entry.store';
import { hrefOf, hrefOfEntry, mayRead, signedFor, byLine, stateLabel } from './entry.view';

const LONGEST = 200;

export function shutPlace(board: BoardItem, { looker, live, path }: PlaceRequest): PlaceAnswer {
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

export async function boardPlace(board: BoardItem, asked: PlaceRequest, queries: BoardQueries): Promise<PlaceAnswer> {
  if (!mayRead(asked, board)) return shutPlace(board, asked);
  const { looker, live } = asked;
  const { facts, now } = looker;
  const { setup, doors } = live;
  const { site } = setup.doc;
  const says = boardsSays(site);
  const who: Sight = { member: facts.member, keeps: keepsBoard(facts, board), now };
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
