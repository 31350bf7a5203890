/** Purpose: what is told of an entry wherever it stands: where it is, its state, its answers, who posted it, what may be done with it. */
import type { EntryView } from '../../contract';
import { actsFor, sayStage, stateOf, type BoardItem, type Content } from '../../core/boards';
import { joinedOf } from '../../core/fields';
import type { FieldValue } from '../../core/facts';
import { sayDate, sayNearDate, type Instant } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { Looker } from '../callers';
import { type PlaceRequest } from '../site';
import { boardsSays } from './boards.sentences';
import { type StoredEntry } from './entry.store';

export const hrefOf = ({ address }: BoardItem): string => `/boards/${address}`;

export const hrefOfEntry = ({ number }: Pick<StoredEntry, 'number'>): string => `/entries/${number}`;

export const mayRead = ({ looker, live }: PlaceRequest, board: BoardItem): boolean =>
  live.doors.predicate(board.read)(live.doors.prepare(looker.facts, looker.now));

export const signedFor = ({ signed }: BoardItem, { facts }: Looker): boolean =>
  signed === 'everyone' || (signed === 'members' && facts.standing === 'admitted');

export function byLine(
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

export function stateLabel({ entry }: StoredEntry, board: BoardItem, setup: Setup): string {
  const { site } = setup.doc;
  if (entry.stage === 'standing' && entry.state === board.states[0]!.id && !board.private) return '';
  return sayStage(entry, board, site);
}

export function answerLines({ answers }: Content, board: BoardItem, setup: Setup, all = false): EntryView['answers'] {
  return board.fields.flatMap((field) => {
    const value: FieldValue | undefined = answers[field.id];
    if (value === undefined || (!all && (!field.entry || field.id === board.named))) return [];
    return [joinedOf(field, value, setup.doc.site)];
  });
}

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
