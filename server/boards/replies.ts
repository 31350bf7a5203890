/**
 * Purpose: replies to entries, passed on to whoever posted them without showing an address.
 * Invariant: only whoever sees an entry replies to it, through the board's own door for that; its poster and its writer
 * alone read a reply.
 */
import type { DataSource } from 'typeorm';
import { formOfReply, isSeen, takesReplies, type BoardItem } from '../../core/boards';
import { readForm, saidOn, type AnswerFault, type RawForm } from '../../core/fields';
import type { Facts, FieldValue } from '../../core/facts';
import { ok, refuse, type MemberId, type Result } from '../../core/kernel';
import { PersonInHand } from '../members';
import type { Outbox } from '../messages';
import type { Acts, AlreadySent, Envelope } from '../platform/acts';
import type { Randomness } from '../platform/ids';
import type { Live, LiveSetup } from '../setup';
import { boardsSays } from './boards.sentences';
import { EntryReplyRow } from './entry.entities';
import { addReply, holdEntry, nameOfEntry, entryNumbered, type StoredEntry } from './entry.store';

export type ReplyRefusal =
  | { readonly code: 'form-faults'; readonly faults: readonly AnswerFault[] }
  | { readonly code: 'not-found' | 'not-now'; readonly says: string }
  | AlreadySent;

type Ports = {
  readonly db: DataSource;
  readonly live: LiveSetup;
  readonly acts: Acts;
  readonly outbox: Outbox;
  readonly random: Randomness;
  readonly address: string;
};

/** So many are shown under an entry, the newest first. */
const SHOWN = 100;

/** Whether somebody may say something to whoever posted an entry. */
export function mayReply(
  facts: Facts,
  { entry, member }: StoredEntry,
  board: BoardItem,
  { doors }: Pick<Live, 'doors'>,
  now: number,
): boolean {
  if (!board.reply || facts.standing !== 'admitted' || member === null || member === facts.member) return false;
  const person = doors.prepare(facts, now);
  return (
    takesReplies(entry, board) &&
    isSeen(entry, board, now) &&
    doors.predicate(board.read)(person) &&
    doors.predicate(board.reply.door)(person)
  );
}

export class Replies {
  constructor(private readonly ports: Ports) {}

  /** @returns the number of the entry */
  async send(
    envelope: Envelope,
    writer: MemberId,
    number: number,
    raw: RawForm,
  ): Promise<Result<number, ReplyRefusal>> {
    const live = this.ports.live.must;
    const { setup } = live;
    const { site } = setup.doc;
    const says = boardsSays(site);
    const gone = refuse<ReplyRefusal>({ code: 'not-found', says: says.noEntry });
    const done = await this.ports.acts.carryOut<number, ReplyRefusal>(envelope, async ({ manager, now, about }) => {
      const found = await entryNumbered(manager, number);
      const board = found && setup.boards.get(found.board);
      if (!found?.member || !board?.reply || board.retired) return gone;
      for (const one of [found.member, writer].sort()) await PersonInHand.read(manager, one);
      const stored = await holdEntry(manager, found.id);
      const [poster, person] = [
        await PersonInHand.read(manager, found.member),
        await PersonInHand.read(manager, writer),
      ];
      if (!stored || !poster || !person) return gone;
      if (!mayReply(person.facts, stored, board, live, now)) {
        const sees =
          isSeen(stored.entry, board, now) && live.doors.predicate(board.read)(live.doors.prepare(person.facts, now));
        return sees ? refuse({ code: 'not-now', says: says.noReplies }) : gone;
      }
      const { parts, known } = formOfReply(board.reply, site);
      const read = readForm({ parts }, known, raw);
      if (!read.ok) return refuse({ code: 'form-faults', faults: read.refusal });
      const answers = read.value.fields as Record<string, FieldValue>;
      await addReply(manager, {
        id: this.ports.random.id<string>(),
        entry: stored.id,
        member: writer,
        sentAt: now,
        answers,
      });
      const { letter } = board.reply;
      if (letter && setup.messages.has(letter) && poster.facts.mail)
        await this.ports.outbox.post(
          manager,
          setup,
          {
            message: letter,
            to: poster.facts.mail,
            member: poster.id,
            about: writer,
            facts: poster.facts,
            words: {
              entry: nameOfEntry(stored.entry, board, site),
              board: board.title,
              memberName: person.facts.name ?? '',
              answers: saidOn(parts, read.value, known)
                .map(({ label, value }) => `${label}: ${value}`)
                .join('\n'),
            },
            secrets: { link: `${this.ports.address}/entries/${number}` },
          },
          now,
        );
      about({ subject: writer, detail: { entry: number } });
      return ok(number);
    });
    return done.ok ? ok(done.value.value) : done;
  }

  /** What was said to an entry; by one alone where they are named. */
  async of(entry: string, by?: MemberId): Promise<EntryReplyRow[]> {
    return this.ports.db.getRepository(EntryReplyRow).find({
      where: { entry, ...(by ? { member: by } : {}) },
      order: { sentAt: 'DESC' },
      take: SHOWN,
    });
  }
}
