/**
 * Purpose: acts upon entries: written, sent, looked at, set to a state, renewed, ended, saved; and what the clock brings.
 * Invariant: whoever posted an entry is held before it; what others would be refused is refused here by the same rules
 * that say what is offered (`actOn`).
 */
import type { DataSource, EntityManager } from 'typeorm';
import {
  actOn,
  CATEGORY,
  formOfBoard,
  freshEntry,
  mayAdd,
  nextMoment,
  type ActBy,
  type BoardItem,
  type Content,
  type EntryAct,
  type EntryEffect,
} from '../../core/boards';
import { readForm, type AnswerFault, type RawForm } from '../../core/fields';
import type { Prepared } from '../../core/doors';
import { readFacts, type Facts, type FieldValue } from '../../core/facts';
import {
  DAY,
  ok,
  refuse,
  sayDate,
  type EntryId,
  type GroupId,
  type Instant,
  type MemberId,
  type Result,
} from '../../core/kernel';
import type { Setup } from '../../core/setup';
import { PersonInHand } from '../members';
import type { Outbox } from '../messages';
import type { AlreadySent, ActContext, Acts, Envelope } from '../platform/acts';
import type { Randomness } from '../platform/ids';
import type { Jobs } from '../platform/jobs';
import { rowsFrom } from '../platform/rows';
import type { Live, LiveSetup } from '../setup';
import type { BoardJobs } from './boards.jobs';
import { boardsSays } from './boards.sentences';
import {
  addEntry,
  entryNumbered,
  forgetEntry,
  holdEntry,
  nameOfEntry,
  openEntries,
  writeEntry,
  writeKeys,
} from './entry.store';
import type { StoredEntry } from './entry.store';
import { EntryRow, type Happened } from './entry.entities';

export type EntryRefusal =
  | { readonly code: 'form-faults'; readonly faults: readonly AnswerFault[] }
  | { readonly code: 'not-found'; readonly says: string }
  | { readonly code: 'not-yours' | 'not-now'; readonly says: string }
  | AlreadySent;

/** Who does something: a member by their own hand, or staff. */
export type EntryHand = { readonly member: MemberId } | { readonly staff: string };

export type EntriesPorts = {
  readonly db: DataSource;
  readonly live: LiveSetup;
  readonly acts: Acts;
  readonly outbox: Outbox;
  readonly jobs: Jobs<BoardJobs>;
  readonly random: Randomness;
  readonly address: string;
};

/** So many are told of an entry that waits: everybody in the group that looks after its board, up to that. */
const TOLD = 200;
const PIECE = 200;

export class Entries {
  constructor(private readonly ports: EntriesPorts) {
    const { jobs } = ports;
    jobs.handle('entryTimer', (manager, { entry }, now) => this.timePassed(manager, entry, now));
    jobs.handle('refreshEntries', (manager, { board, after }, now) => this.refresh(manager, board, after, now));
  }

  numbered = (number: number) => entryNumbered(this.ports.db.manager, number);

  /** Writes a new entry, or changes one. `send`: others are to read it. @returns its number */
  async write(
    envelope: Envelope,
    member: MemberId,
    board: BoardItem,
    number: number | null,
    raw: RawForm,
    send: boolean,
  ): Promise<Result<number, EntryRefusal>> {
    const { setup, doors } = this.ports.live.must;
    const { site } = setup.doc;
    const done = await this.ports.acts.carryOut<number, EntryRefusal>(envelope, async (context) => {
      const { manager, now, about } = context;
      const person = await PersonInHand.read(manager, member);
      if (!person) return refuse({ code: 'not-found', says: boardsSays(site).noEntry });
      const before = number === null ? null : await this.own(manager, number, member, board);
      if (number !== null && !before) return refuse({ code: 'not-found', says: boardsSays(site).noEntry });
      if (!before && !mayPost(person.facts, board, doors.prepare(person.facts, now), { doors }))
        return refuse({ code: 'not-yours', says: boardsSays(site).mayNotPost({ board: board.title }) });
      const { parts, known } = formOfBoard(board, site);
      const read = readForm({ parts }, known, raw);
      if (!read.ok) return refuse({ code: 'form-faults', faults: read.refusal });
      const content = contentOf(read.value.fields);
      const at = { by: 'poster', now, board, place: site } as const;
      let stored = before;
      const written = actOn(stored?.entry ?? freshEntry(content), { it: 'written', content }, at);
      if (!written.ok) return refuse(written.refusal);
      const steps: { entry: typeof written.value.entry; act: EntryAct; effects: readonly EntryEffect[] }[] = [
        { ...written.value, act: { it: 'written', content } },
      ];
      const { stage } = written.value.entry;
      if (send && (stage === 'draft' || stage === 'returned')) {
        const room = mayAdd(
          await openEntries(manager, member, board.id, before?.id ?? ''),
          board,
          person.facts,
          now,
          site,
        );
        if (!room.ok) return refuse({ code: 'not-now', says: room.refusal });
        const sent = actOn(written.value.entry, { it: 'sent' }, at);
        if (!sent.ok) return refuse(sent.refusal);
        steps.push({ ...sent.value, act: { it: 'sent' } });
      }
      const history = steps.map(({ act }) => happened(act, 'poster', now));
      const { entry } = steps.at(-1)!;
      stored = stored
        ? await writeEntry(manager, stored, { entry, history: [...stored.history, ...history] }, board, site, now)
        : await addEntry(manager, { id: this.ports.random.id<EntryId>(), member, entry, history }, board, site, now);
      await this.follow(
        context,
        stored,
        board,
        steps.flatMap(({ effects }) => effects),
      );
      about({ subject: member, detail: { entry: stored.number } });
      return ok(stored.number);
    });
    return done.ok ? ok(done.value.value) : done;
  }

  /** One act upon an entry. */
  async act(
    envelope: Envelope,
    hand: EntryHand,
    number: number,
    act: Exclude<EntryAct, { it: 'written' | 'timePassed' }>,
  ): Promise<Result<number, EntryRefusal>> {
    const { setup, doors } = this.ports.live.must;
    const { site } = setup.doc;
    const gone = refuse<EntryRefusal>({ code: 'not-found', says: boardsSays(site).noEntry });
    const done = await this.ports.acts.carryOut<number, EntryRefusal>(envelope, async (context) => {
      const { manager, now, about } = context;
      const found = await entryNumbered(manager, number);
      const board = found && setup.boards.get(found.board);
      if (!found || !board) return gone;
      // In the order of their ids: whose it is, and whoever acts.
      const people = [...new Set([found.member, 'member' in hand ? hand.member : null])].filter((one) => one !== null);
      for (const one of people.sort()) await PersonInHand.read(manager, one);
      const stored = await holdEntry(manager, found.id);
      if (!stored) return gone;
      const actor = 'member' in hand ? await PersonInHand.read(manager, hand.member) : null;
      const by = 'staff' in hand ? 'staff' : actor ? handOf(stored, actor.facts, board) : null;
      // A draft is its writer's alone.
      if (!by || (by === 'staff' && stored.entry.stage === 'draft')) return gone;
      if (act.it === 'sent' && by === 'poster' && actor) {
        if (!mayPost(actor.facts, board, doors.prepare(actor.facts, now), { doors }))
          return refuse({ code: 'not-yours', says: boardsSays(site).mayNotPost({ board: board.title }) });
      }
      if ((act.it === 'sent' || act.it === 'renewed') && by === 'poster' && actor) {
        const room = mayAdd(await openEntries(manager, actor.id, board.id, stored.id), board, actor.facts, now, site);
        if (!room.ok) return refuse({ code: 'not-now', says: room.refusal });
      }
      const acted = actOn(stored.entry, act, { by, now, board, place: site });
      if (!acted.ok) return refuse(acted.refusal);
      const history = [...stored.history, happened(act, by, now, 'staff' in hand ? hand.staff : undefined)];
      const after = await writeEntry(manager, stored, { entry: acted.value.entry, history }, board, site, now);
      await this.follow(context, after, board, acted.value.effects);
      about({ ...(stored.member ? { subject: stored.member } : {}), detail: { entry: number, act: act.it } });
      return ok(number);
    });
    return done.ok ? ok(done.value.value) : done;
  }

  /** An own entry of a board, held. */
  private async own(manager: EntityManager, number: number, member: MemberId, board: BoardItem) {
    const found = await entryNumbered(manager, number);
    if (!found || found.member !== member || found.board !== board.id) return null;
    return holdEntry(manager, found.id);
  }

  /** Saves an entry, or takes it off again. */
  async save(envelope: Envelope, member: MemberId, id: EntryId, saved: boolean): Promise<void> {
    await this.ports.acts.carryOut<null, never>(envelope, async ({ manager, now, about }) => {
      if (saved)
        await manager.query(
          `INSERT INTO entry_saved (member, entry, saved_at) SELECT ?, id, ? FROM entry WHERE id = ?
           ON DUPLICATE KEY UPDATE saved_at = saved_at`,
          [member, new Date(now), id],
        );
      else await manager.query('DELETE FROM entry_saved WHERE member = ? AND entry = ?', [member, id]);
      about({ subject: member, detail: { saved } });
      return ok(null);
    });
  }

  private async timePassed(manager: EntityManager, id: EntryId, now: Instant): Promise<void> {
    const { setup } = this.ports.live.must;
    const { site } = setup.doc;
    await PersonInHand.holdOwner(manager, EntryRow, id);
    const stored = await holdEntry(manager, id);
    const board = stored && setup.boards.get(stored.board);
    if (!stored || !board) return;
    const acted = actOn(stored.entry, { it: 'timePassed' }, { by: 'clock', now, board, place: site });
    if (!acted.ok) return;
    const { entry, effects } = acted.value;
    const at = nextMoment(entry, board);
    if (entry === stored.entry) {
      // The board may have given it longer since the job was set.
      if (at !== null) await this.timer(manager, id, at);
      return;
    }
    const history =
      entry.stage === 'ended' ? [...stored.history, happened({ it: 'timePassed' }, 'clock', now)] : stored.history;
    const after = await writeEntry(manager, stored, { entry, history }, board, site, now);
    await this.follow({ manager, now }, after, board, effects);
  }

  private timer = (manager: EntityManager, entry: EntryId, at: Instant) =>
    this.ports.jobs.add(manager, { kind: 'entryTimer', runAt: at, payload: { entry }, key: `entry:${entry}` });

  /** Carries out what an act brings. */
  private async follow(
    { manager, now }: Pick<ActContext, 'manager' | 'now'>,
    stored: StoredEntry,
    board: BoardItem,
    effects: readonly EntryEffect[],
  ): Promise<void> {
    for (const effect of effects) {
      if (effect.it === 'timer') {
        if (effect.at === null) await this.ports.jobs.cancel(manager, `entry:${stored.id}`);
        else await this.timer(manager, stored.id, effect.at);
      } else if (effect.it === 'forget') await forgetEntry(manager, stored.id);
      else if (effect.to === 'poster') {
        const person = stored.member ? await PersonInHand.read(manager, stored.member) : null;
        if (person) await this.letter(manager, effect.message, person.facts, stored, board, now);
      } else {
        for (const facts of await keepersOf(manager, board))
          if (facts.member !== stored.member) await this.letter(manager, effect.message, facts, stored, board, now);
      }
    }
  }

  private async letter(
    manager: EntityManager,
    message: Extract<EntryEffect, { it: 'letter' }>['message'],
    facts: Facts,
    { number, entry }: StoredEntry,
    board: BoardItem,
    now: Instant,
  ): Promise<void> {
    const { setup } = this.ports.live.must;
    const { site } = setup.doc;
    if (!setup.messages.has(message) || !facts.mail) return;
    await this.ports.outbox.post(
      manager,
      setup,
      {
        message,
        to: facts.mail,
        member: facts.member,
        facts,
        words: {
          entry: nameOfEntry(entry, board, site),
          board: board.title,
          ...(entry.note ? { reason: entry.note } : {}),
          ...(entry.until !== null ? { ends: sayDate(entry.until - 1, site) } : {}),
        },
        secrets: { link: `${this.ports.address}/entries/${number}` },
      },
      now,
    );
  }

  /** What a new revision means to entries: what they are found by, where a board says something else of it. */
  async published(manager: EntityManager, before: Setup | null, after: Setup, now: Instant): Promise<void> {
    for (const board of after.doc.boards) {
      const was = before?.boards.get(board.id);
      if (was && JSON.stringify(was) !== JSON.stringify(board))
        await this.ports.jobs.add(manager, {
          kind: 'refreshEntries',
          runAt: now,
          payload: { board: board.id, after: '' },
          key: `board:${board.id}`,
        });
    }
  }

  /** Forgets entries that ended long enough ago. */
  async sweep(now: Instant): Promise<void> {
    const { setup } = this.ports.live.must;
    for (const { id, keptDays } of setup.doc.boards)
      await this.ports.db.query(`DELETE FROM entry WHERE board = ? AND stage = 'ended' AND ended_at < ? LIMIT 500`, [
        id,
        new Date(now - keptDays * DAY),
      ]);
  }

  private async refresh(manager: EntityManager, id: string, after: string, now: Instant): Promise<void> {
    // A process may carry this out that has not noticed yet what has gone live.
    await this.ports.live.refresh();
    const { setup } = this.ports.live.must;
    const board = setup.boards.get(id);
    if (!board) return;
    const { site } = setup.doc;
    const rows = await rowsFrom<{ id: EntryId; member: MemberId | null }>(
      manager,
      'SELECT id, member FROM entry WHERE board = ? AND id > ? ORDER BY id LIMIT ?',
      [id, after, PIECE],
    );
    const people = [...new Set(rows.flatMap(({ member }) => member ?? []))].sort();
    for (const one of people) await PersonInHand.read(manager, one);
    for (const row of rows) {
      const stored = await holdEntry(manager, row.id);
      if (!stored) continue;
      await writeEntry(manager, stored, stored, board, site, now);
      await writeKeys(manager, row.id, stored.entry, board, site);
      const at = nextMoment(stored.entry, board);
      if (at !== null) await this.timer(manager, row.id, at);
    }
    const last = rows.at(-1);
    if (last && rows.length === PIECE)
      await this.ports.jobs.add(manager, {
        kind: 'refreshEntries',
        runAt: now + 1,
        payload: { board: id, after: last.id },
        key: `board:${id}`,
      });
  }
}

/** Whether somebody is one of those who look after a board on the site. */
export const keepsBoard = ({ standing, groups }: Facts, { keepers }: BoardItem): boolean =>
  keepers !== undefined && standing === 'admitted' && groups.includes(keepers);

/**
 * As whose an entry is acted upon by a member; null for whoever has nothing to do with it. A draft is its writer's alone.
 */
export function handOf(
  { member, entry }: StoredEntry,
  facts: Facts,
  board: BoardItem,
): Exclude<ActBy, 'staff' | 'clock'> | null {
  if (facts.member !== null && facts.member === member) return 'poster';
  return entry.stage !== 'draft' && keepsBoard(facts, board) ? 'keepers' : null;
}

/** Whether somebody may post on a board: admitted people whom its door lets in. */
export function mayPost(facts: Facts, board: BoardItem, person: Prepared, live: Pick<Live, 'doors'>): boolean {
  return facts.standing === 'admitted' && !board.retired && live.doors.predicate(board.post)(person);
}

function contentOf(fields: Readonly<Record<string, FieldValue>>): Content {
  const { [CATEGORY]: category, ...answers } = fields;
  return { category: typeof category === 'string' ? category : null, answers: answers as Content['answers'] };
}

function happened(act: EntryAct, by: ActBy, at: Instant, name?: string): Happened {
  const note = act.it === 'sentBack' ? act.note.trim() : act.it === 'stateSet' ? act.state : '';
  return { at, what: act.it, by, ...(name ? { name } : {}), ...(note ? { note } : {}) };
}

/** Those who look after a board on the site. */
async function keepersOf(manager: EntityManager, { keepers }: BoardItem): Promise<Facts[]> {
  if (!keepers) return [];
  const rows = await rowsFrom<{ facts: string }>(
    manager,
    `SELECT f.facts FROM member_group g JOIN member m ON m.id = g.member JOIN member_facts f ON f.member = m.id
     WHERE g.group_id = ? AND m.standing = 'admitted' AND m.shadow_of = '' LIMIT ?`,
    [keepers satisfies GroupId, TOLD],
  );
  return rows.map(({ facts }) => readFacts(facts));
}
