/** Purpose: an opened entry with its replies, and the forms of an entry and of a reply. */
import type { EntryView } from '../../contract';
import {
  categoryTitle,
  formOfBoard,
  formOfReply,
  isSeen,
  stateOf,
  type BoardField,
  type BoardItem,
  type Content,
} from '../../core/boards';
import { joinedOf, questionsOf, typedOf, type Beforehand } from '../../core/fields';
import type { FieldValue } from '../../core/facts';
import { sayNearDate, type MemberId } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import { beforehand, type PlaceAnswer, type PlaceRequest } from '../site';
import type { BoardQueries } from './board.query.sql';
import { boardsSays } from './boards.sentences';
import { handOf } from './entries';
import { nameOfEntry, type StoredEntry } from './entry.store';
import { mayReply, type Replies } from './replies';
import { hrefOf, mayRead, signedFor, byLine, stateLabel, answerLines, notesOn, handsView } from './entry.view';
import { shutPlace } from './board.place';

export async function entryPlace(
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

function describedBy(content: Content, board: BoardItem, setup: Setup): string {
  const texts = answerLines(content, board, setup).map(({ value }) => value.replace(/\s+/g, ' '));
  const longest = texts.reduce((one, other) => (other.length > one.length ? other : one), '');
  if (longest.length <= 160) return longest;
  return `${longest.slice(0, 160).replace(/\s\S*$/, '')} …`;
}

function filled(fields: readonly BoardField[], asked: PlaceRequest): Beforehand {
  const before = beforehand(asked);
  return {
    ...before,
    profile: (id) => {
      const from = fields.find((field) => field.id === id)?.fills;
      return from ? before.profile(from) : null;
    },
  };
}

function replyForm(stored: StoredEntry, board: BoardItem, asked: PlaceRequest): EntryView['reply'] {
  const { setup } = asked.live;
  const reply = board.reply!;
  const { parts, known } = formOfReply(reply, setup.doc.site);
  return {
    title: reply.label,
    form: `reply-${stored.number}`,
    intro: '',
    questions: questionsOf(parts, known, filled(reply.fields, asked)),
    sendLabel: reply.label,
    sendNote: boardsSays(setup.doc.site).replyNote,
  };
}

async function repliesView(
  stored: StoredEntry,
  board: BoardItem,
  own: boolean,
  { looker, live }: PlaceRequest,
  queries: BoardQueries,
  replies: Replies,
): Promise<EntryView['replies']> {
  const { member } = looker.facts;
  // Between its writer and whoever posted the entry: staff who look through their eyes do not read it.
  if (!board.reply || !member || looker.through) return [];
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

export function entryForm(board: BoardItem, stored: StoredEntry | null, asked: PlaceRequest): PlaceAnswer {
  const { live } = asked;
  const { setup } = live;
  const { site } = setup.doc;
  const says = boardsSays(site);
  const { parts, known } = formOfBoard(board, site);
  const content = stored && (stored.entry.change ?? stored.entry);
  const questions = questionsOf(parts, known, filled(board.fields, asked)).map((question) => {
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
