/**
 * Purpose: what becomes of an entry: sent, looked at, changed, moved from state to state, renewed, ended, forgotten.
 * Invariant: an act that is refused changes nothing; whatever others see has passed through moderation where the board
 * asks for it.
 */
import type { FieldValue } from '../facts';
import { dayBegins, dayNumber, addSpan } from '../kernel/calendar';
import {
  DAY,
  ok,
  refuse,
  type FieldId,
  type Instant,
  type MessageId,
  type Place,
  type Result,
  type StateId,
} from '../kernel';
import { boardsSay } from './boards.sentences';
import { stateOf, type BoardItem, type BoardLetter, type HandOnEntry } from './items';

/** Where an entry stands: `standing` is when it goes through the owner's states. */
export const stages = ['draft', 'waiting', 'returned', 'standing', 'ended'] as const;
export type Stage = (typeof stages)[number];

export type Answers = Readonly<Record<FieldId, FieldValue>>;
/** What an entry says. `category` is null on a board without any. */
export type Content = { readonly category: string | null; readonly answers: Answers };

export type Entry = Content & {
  readonly stage: Stage;
  /** Of the owner's states; kept when it has ended. Null before it stands. */
  readonly state: StateId | null;
  /** What is to take the place of what stands, once it has been looked at. */
  readonly change: Content | null;
  readonly sentAt: Instant | null;
  readonly openedAt: Instant | null;
  /** When it ends by itself. */
  readonly until: Instant | null;
  readonly renewed: number;
  /** Whether its end has been foretold. */
  readonly reminded: boolean;
  readonly endedAt: Instant | null;
  /** Why it was sent back, in the words of whoever did. */
  readonly note: string | null;
};

export const freshEntry = (content: Content): Entry => ({
  ...content,
  stage: 'draft',
  state: null,
  change: null,
  sentAt: null,
  openedAt: null,
  until: null,
  renewed: 0,
  reminded: false,
  endedAt: null,
  note: null,
});

export type EntryAct =
  | { readonly it: 'written'; readonly content: Content }
  | { readonly it: 'sent' }
  | { readonly it: 'passed' }
  | { readonly it: 'sentBack'; readonly note: string }
  | { readonly it: 'stateSet'; readonly state: string }
  | { readonly it: 'renewed' }
  | { readonly it: 'ended' }
  /** What nobody has read yet is thrown away. */
  | { readonly it: 'dropped' }
  /** Its time is over, or its end is near. */
  | { readonly it: 'timePassed' };

/** What the shell does: a letter of the board, or of a state, to whoever posted it; one to those who look after it. */
export type EntryEffect =
  | { readonly it: 'letter'; readonly message: MessageId; readonly to: 'poster' | 'keepers' }
  /** Nothing of it is kept. */
  | { readonly it: 'forget' }
  /** When the clock has to look at it next. */
  | { readonly it: 'timer'; readonly at: Instant | null };

export type ActRefusal = { readonly code: 'not-yours' | 'not-now'; readonly says: string };
export type Acted = { readonly entry: Entry; readonly effects: readonly EntryEffect[] };

export type ActBy = HandOnEntry | 'clock';

/**
 * One act upon an entry.
 * @param by whoever acts; `clock` for what comes with time alone
 */
export function actOn(
  entry: Entry,
  act: EntryAct,
  {
    by,
    now,
    board,
    place,
  }: { readonly by: ActBy; readonly now: Instant; readonly board: BoardItem; readonly place: Place },
): Result<Acted, ActRefusal> {
  const says = boardsSay(place);
  const may = (hands: readonly ActBy[]) => hands.includes(by);
  const notYours = refuse<ActRefusal>({ code: 'not-yours', says: says.notYours });
  const notNow = refuse<ActRefusal>({ code: 'not-now', says: says.notNow({ stage: sayStage(entry, board, place) }) });
  const done = (next: Entry, ...effects: EntryEffect[]) =>
    ok({ entry: next, effects: [...effects, ...timer(entry, next, board)] });
  const letter = (which: BoardLetter): EntryEffect[] => {
    const message = board.letters[which];
    if (!message || (which !== 'waiting' && by === 'poster')) return [];
    return [{ it: 'letter', message, to: which === 'waiting' ? 'keepers' : 'poster' }];
  };
  const keeper = may(['keepers', 'staff']);

  switch (act.it) {
    case 'written': {
      if (!may(['poster', 'staff'])) return notYours;
      if (entry.stage === 'ended') return notNow;
      const { content } = act;
      const waits = entry.stage === 'standing' && by === 'poster' && board.moderation === 'before';
      if (!waits) return done({ ...withDay({ ...entry, ...content }, board, place), change: null });
      if (sameContent(entry, content)) return done({ ...entry, change: null });
      return done({ ...entry, change: content }, ...(entry.change ? [] : letter('waiting')));
    }
    case 'sent': {
      if (!may(['poster', 'staff'])) return notYours;
      if (entry.stage !== 'draft' && entry.stage !== 'returned') return notNow;
      const sent = { ...entry, sentAt: now, note: null };
      if (board.moderation === 'before' && by === 'poster')
        return done({ ...sent, stage: 'waiting' }, ...letter('waiting'));
      return done(opened(sent, now, board, place), ...(by === 'poster' ? letter('waiting') : []));
    }
    case 'passed': {
      if (!keeper) return notYours;
      if (entry.stage === 'waiting') return done(opened(entry, now, board, place), ...letter('opened'));
      if (entry.stage !== 'standing' || !entry.change) return notNow;
      return done(withDay({ ...entry, ...entry.change, change: null }, board, place), ...letter('opened'));
    }
    case 'sentBack': {
      if (!keeper) return notYours;
      const note = act.note.trim() || null;
      if (entry.stage === 'waiting') return done({ ...entry, stage: 'returned', note }, ...letter('returned'));
      if (entry.stage !== 'standing') return notNow;
      // Of a change what stood goes on standing; what was shown at once is taken down.
      if (entry.change) return done({ ...entry, change: null, note }, ...letter('returned'));
      return done({ ...entry, stage: 'returned', state: null, until: null, note }, ...letter('returned'));
    }
    case 'stateSet': {
      const state = stateOf(board, act.state);
      if (!state) return refuse({ code: 'not-now', says: says.noSuchState });
      if (!may(state.setBy)) return refuse({ code: 'not-yours', says: says.mayNotSet({ state: state.title }) });
      if (entry.stage !== 'standing') return notNow;
      if (entry.state === state.id) return done(entry);
      const told: EntryEffect[] =
        state.letter && by !== 'poster' ? [{ it: 'letter', message: state.letter, to: 'poster' }] : [];
      const next = { ...entry, state: state.id };
      return state.then.is === 'ends' ? done(endedAt(next, now), ...told) : done(next, ...told);
    }
    case 'renewed': {
      if (!may(['poster', 'staff'])) return notYours;
      if (!board.stands) return refuse({ code: 'not-now', says: says.noNeedToRenew });
      const byTime = entry.stage === 'ended' && stateOf(board, entry.state)?.then.is !== 'ends';
      if (entry.stage !== 'standing' && !byTime) return notNow;
      if (entry.renewed >= board.renewals) return refuse({ code: 'not-now', says: says.notRenewed });
      const from = entry.stage === 'standing' ? Math.max(now, entry.until ?? now) : now;
      const until = lastMoment(entry, addSpan(from, board.stands, place.zone), board, place);
      if (until <= now) return refuse({ code: 'not-now', says: says.notRenewed });
      return done({
        ...entry,
        stage: 'standing',
        state: entry.state ?? board.states[0]!.id,
        until,
        renewed: entry.renewed + 1,
        reminded: false,
        endedAt: null,
      });
    }
    case 'ended': {
      if (!may(['poster', 'staff'])) return notYours;
      if (entry.stage !== 'waiting' && entry.stage !== 'standing') return notNow;
      return done(endedAt(entry, now), ...letter('ended'));
    }
    case 'dropped': {
      if (!may(['poster'])) return notYours;
      if (entry.stage !== 'draft' && entry.stage !== 'returned') return notNow;
      return ok({ entry, effects: [{ it: 'forget' }] });
    }
    case 'timePassed': {
      if (entry.stage !== 'standing' || entry.until === null) return done(entry);
      if (now >= entry.until) return done(endedAt(entry, now), ...letter('ended'));
      if (entry.reminded || now < remindAt(entry.until, board)) return done(entry);
      return done({ ...entry, reminded: true }, ...letter('reminder'));
    }
  }
}

const sameContent = (one: Content, other: Content): boolean =>
  one.category === other.category && JSON.stringify(inOrder(one.answers)) === JSON.stringify(inOrder(other.answers));
const inOrder = (answers: Answers) => Object.entries(answers).sort(([one], [other]) => (one < other ? -1 : 1));

const endedAt = (entry: Entry, now: Instant): Entry => ({
  ...entry,
  stage: 'ended',
  endedAt: now,
  until: null,
  change: null,
});

/** In the state in which entries begin, for as long as the board says. */
function opened(entry: Entry, now: Instant, board: BoardItem, place: Place): Entry {
  const end = board.stands ? addSpan(now, board.stands, place.zone) : Infinity;
  const until = lastMoment(entry, end, board, place);
  return {
    ...entry,
    stage: 'standing',
    state: board.states[0]!.id,
    openedAt: entry.openedAt ?? now,
    until: Number.isFinite(until) ? until : null,
    reminded: false,
    note: null,
  };
}

/** `end`, or the end of the day that was answered where that comes first. */
function lastMoment({ answers }: Content, end: Instant, board: BoardItem, { zone }: Place): Instant {
  const day = board.until ? answers[board.until] : undefined;
  if (typeof day !== 'string') return end;
  const noon = Date.parse(`${day}T12:00:00Z`);
  return Number.isFinite(noon) ? Math.min(end, dayBegins(dayNumber(noon, 'UTC') + 1, zone)) : end;
}

/** What stands ends by its day as it is answered now. */
function withDay(entry: Entry, board: BoardItem, place: Place): Entry {
  if (entry.stage !== 'standing' || !board.until) return entry;
  let end = Infinity;
  if (board.stands) {
    end = entry.openedAt ?? Infinity;
    for (let times = 0; times <= entry.renewed; times++) end = addSpan(end, board.stands, place.zone);
  }
  const until = lastMoment(entry, end, board, place);
  return { ...entry, until: Number.isFinite(until) ? until : null, reminded: false };
}

const remindAt = (until: Instant, { remindDays }: Pick<BoardItem, 'remindDays'>): Instant => until - remindDays * DAY;

/** When the clock has something to do with an entry; null where it never has. */
export function nextMoment({ stage, until, reminded }: Entry, board: BoardItem): Instant | null {
  if (stage !== 'standing' || until === null) return null;
  return reminded || !board.letters.reminder ? until : remindAt(until, board);
}

function timer(before: Entry, after: Entry, board: BoardItem): EntryEffect[] {
  const at = nextMoment(after, board);
  return at === nextMoment(before, board) ? [] : [{ it: 'timer', at }];
}

/** Until when others see an entry that has ended; null for as long as it stands. */
export function seenUntil({ stage, state, endedAt: ended }: Entry, board: BoardItem): Instant | null {
  if (stage !== 'ended') return null;
  const then = stateOf(board, state)?.then;
  return then?.is === 'ends' && ended !== null ? ended + then.seenDays * DAY : ended;
}

/** Whether those whom the board's door lets in see an entry. */
export function isSeen(entry: Entry, board: BoardItem, now: Instant): boolean {
  if (board.private) return false;
  if (entry.stage !== 'standing' && entry.stage !== 'ended') return false;
  if (!(stateOf(board, entry.state)?.seen ?? true)) return false;
  const until = seenUntil(entry, board);
  return until === null || now < until;
}

/** Whether it can be replied to. */
export const takesReplies = ({ stage, state }: Entry, board: BoardItem): boolean =>
  board.reply !== undefined && stage === 'standing' && stateOf(board, state)?.then.is === 'goesOn';

/** Where an entry stands, in words: the owner's where it has one of their states. */
export function sayStage({ stage, state }: Pick<Entry, 'stage' | 'state'>, board: BoardItem, place: Place): string {
  const says = boardsSay(place);
  const own = stateOf(board, state);
  if (stage === 'standing') return own?.title ?? board.states[0]!.title;
  if (stage === 'ended') return own?.then.is === 'ends' ? own.title : says.ended;
  return says[stage];
}

/** What somebody may do with an entry now, so that nothing is offered that would be refused. */
export function actsFor(
  entry: Entry,
  about: Parameters<typeof actOn>[2],
): { readonly acts: readonly EntryAct['it'][]; readonly states: readonly StateId[] } {
  const can = (act: EntryAct) => actOn(entry, act, about).ok;
  const { category, answers, state } = entry;
  const plain: EntryAct[] = [
    { it: 'written', content: { category, answers } },
    { it: 'sent' },
    { it: 'passed' },
    { it: 'sentBack', note: '' },
    { it: 'renewed' },
    { it: 'ended' },
    { it: 'dropped' },
  ];
  return {
    acts: plain.filter(can).map(({ it }) => it),
    states: about.board.states
      .filter(({ id }) => id !== state && can({ it: 'stateSet', state: id }))
      .map(({ id }) => id),
  };
}
