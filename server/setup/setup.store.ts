/**
 * Purpose: the set-up in the database: live and draft of each item, and every revision.
 * Invariant: a save names the version it was made from, a publication the draft that was read; a publication is one
 * transaction and one number. Nothing that rows or other items point at can be taken away.
 */
import { rowsFrom } from '../platform/rows';
import { createHash } from 'node:crypto';
import { LessThanOrEqual, type DataSource, type EntityManager } from 'typeorm';
import { ok, owners, refuse, type Instant, type Reader, type Result } from '../../core/kernel';
import { checkUp, whereOf, type World } from '../../core/checkup';
import {
  FORMAT_VERSION,
  documentOf,
  faultsOf,
  itemKinds,
  itemsOf,
  listKinds,
  makeSetup,
  referencesOf,
  salvageSetup,
  sameBody,
  upgradeDocument,
  upgradeItems,
  type ItemKind,
  type ListItemKind,
  type Setup,
  type SetupDocument,
  type SetupEntry,
  type SetupFault,
} from '../../core/setup';
import { isDuplicate, joinTransaction } from '../platform/database';
import type { Log } from '../platform/log';
import { SetupItemRow, SetupRevisionRow } from './setup.entities';
import { setupSays } from './setup.sentences';

/** Something that hangs on an item: `14 applications`, or a place in the set-up. */
export type Use = { readonly count: number; readonly what: string };
/** Counts the rows of one table that point at an item. */
export type CountUse = (manager: EntityManager, id: string, reader: Reader) => Promise<Use>;
export type RowUses = Readonly<Partial<Record<ListItemKind, readonly CountUse[]>>>;

export type SaveRefusal =
  | { readonly code: 'stale'; readonly version: number; readonly body: unknown }
  | { readonly code: 'setup-faults'; readonly faults: SetupFault[] };

export type RemoveRefusal =
  | { readonly code: 'stale'; readonly version: number; readonly body: unknown }
  | { readonly code: 'not-found' }
  /** It can be retired instead: nobody new meets it, and those who have it keep it. */
  | { readonly code: 'in-use'; readonly places: readonly string[]; readonly rows: readonly Use[] };

export type PublishRefusal =
  | { readonly code: 'draft-changed' }
  | { readonly code: 'nothing-new' }
  | { readonly code: 'setup-faults'; readonly faults: readonly SetupFault[] }
  | { readonly code: 'in-use'; readonly items: readonly { readonly where: string; readonly rows: readonly Use[] }[] };

/** What a new revision means to rows, in the transaction that publishes it. */
export type Publishing = {
  /** What rows do not allow of it, in a sentence each; not asked of the first. */
  readonly forbids: (manager: EntityManager, before: Setup, after: Setup) => Promise<readonly SetupFault[]>;
  /** What happens to rows when it goes live. */
  readonly follows: (manager: EntityManager, before: Setup | null, after: Setup, now: Instant) => Promise<void>;
};

/** Who changes the draft, by name, and when. */
export type DraftAuthor = { readonly by: string; readonly at: Instant };

/** An item of the draft as it lies there; a body of null takes it away. */
export type DraftRow = {
  readonly kind: ItemKind;
  readonly id: string;
  readonly version: number;
  readonly body: unknown;
  readonly by: string;
  readonly at: Instant | null;
};

export type Draft = {
  readonly document: Record<string, unknown>;
  readonly rows: readonly DraftRow[];
  /** Names this state of it. */ readonly stamp: string;
};

type Row = Pick<SetupItemRow, 'kind' | 'id' | 'position' | 'live' | 'draft' | 'version' | 'format' | 'by' | 'at'>;

/** Items of one side, as they are stored. */
const entries = (rows: readonly Row[], side: 'live' | 'draft'): SetupEntry[] =>
  rows.flatMap(({ kind, id, position, [side]: body }) =>
    body === null ? [] : [{ kind: kind as ItemKind, id, position, body }],
  );

/** Items of one side in the present format. What an upgrade makes of others never stands for an item that is there. */
function upgradedEntries(rows: readonly Row[], side: 'live' | 'draft'): Map<string, SetupEntry> {
  const versions = [...new Set(rows.map(({ format }) => format))];
  const last = Math.max(0, ...rows.map(({ position }) => position));
  const all = versions.flatMap((version) =>
    upgradeItems(
      entries(
        rows.filter(({ format }) => format === version),
        side,
      ),
      version,
      (kind, body): SetupEntry => ({ kind: kind as ItemKind, id: String(body['id']), position: last + 1, body }),
    ),
  );
  const known = new Set(rows.map(({ kind, id }) => `${kind}/${id}`));
  const keyed = all.map((entry) => [`${entry.kind}/${entry.id}`, entry] as const);
  return new Map([...keyed.filter(([key]) => !known.has(key)), ...keyed.filter(([key]) => known.has(key))]);
}

const stampOf = (rows: readonly Row[]): string =>
  createHash('sha256')
    .update(
      rows
        .map(({ kind, id, version, draft, position }) => `${kind}/${id}/${version}/${draft === null ? '-' : position}`)
        .sort()
        .join('\n'),
    )
    .digest('base64url');

const sawUse = ({ count }: Use) => count > 0;

export class SetupStore {
  constructor(
    private readonly db: DataSource,
    private readonly rowUses: RowUses,
    private readonly log: Log,
    /** What the check-up knows beside the set-up, the same as at the desk. */
    private readonly world: () => Promise<Pick<World, 'reviewers' | 'cards'>>,
    private readonly publishing: Publishing,
  ) {}

  /** The number of the revision that is live; 0 before the first publication. */
  async revision(manager: EntityManager = this.db.manager): Promise<number> {
    const [row] = await rowsFrom<{ n: number | null }>(manager, 'SELECT MAX(number) AS n FROM setup_revision');
    return Number(row?.n ?? 0);
  }

  /**
   * The live set-up, as much of it as can be read. Null before the first publication.
   * @throws Error where not even the site can be read
   */
  async live(manager: EntityManager = this.db.manager): Promise<{ revision: number; setup: Setup } | null> {
    const row = await manager.getRepository(SetupRevisionRow).findOne({ where: {}, order: { number: 'DESC' } });
    if (!row) return null;
    const made = salvageSetup(row.document);
    if (!made.ok) throw new Error(`Revision ${row.number} of the set-up cannot be read:\n${saidAll(made.refusal)}`);
    if (made.value.faults.length)
      this.log.error({ revision: row.number, faults: made.value.faults }, 'set-up: left out what could not be read');
    return { revision: row.number, setup: made.value.setup };
  }

  /**
   * Brings what was written in an older format up to the present one, both sides of all items at once, since an upgrade
   * may make two items of one. Asked before the items are read or written.
   */
  private async upgradeFormat(joined?: EntityManager): Promise<void> {
    const older = `SELECT 1 FROM setup_item WHERE format < ${FORMAT_VERSION} LIMIT 1`;
    if ((await rowsFrom<unknown>(joined ?? this.db, older)).length === 0) return;
    await joinTransaction(this.db, joined, async (manager) => {
      const rows = await manager.getRepository(SetupItemRow).find({ lock: { mode: 'pessimistic_write' } });
      const [live, draft] = [upgradedEntries(rows, 'live'), upgradedEntries(rows, 'draft')];
      for (const [key, entry] of new Map([...live, ...draft])) {
        const row = rows.find(({ kind, id }) => `${kind}/${id}` === key);
        if (row?.format === FORMAT_VERSION) continue;
        const sides = { live: live.get(key)?.body ?? null, draft: draft.get(key)?.body ?? null };
        const about = {
          version: (row?.version ?? 0) + 1,
          format: FORMAT_VERSION,
          by: row?.by ?? '',
          at: row?.at ?? null,
        };
        const { kind, id, position } = entry;
        await manager.getRepository(SetupItemRow).save({ kind, id, position, ...sides, ...about });
      }
      // What stands on neither side any more.
      await manager.query('UPDATE setup_item SET format = ? WHERE format < ?', [FORMAT_VERSION, FORMAT_VERSION]);
    });
  }

  /** The draft as a document, not yet parsed, and the stamp that names it. */
  async draft(joined?: EntityManager): Promise<Draft> {
    await this.upgradeFormat(joined);
    const manager = joined ?? this.db.manager;
    const rows = await manager.getRepository(SetupItemRow).find();
    const held = [...rows].sort((a, b) => a.position - b.position || (a.id < b.id ? -1 : 1));
    return {
      document: documentOf(entries(rows, 'draft')),
      rows: held.map((row) => ({
        kind: row.kind as ItemKind,
        id: row.id,
        version: row.version,
        body: row.draft,
        by: row.by,
        at: row.at,
      })),
      stamp: stampOf(rows),
    };
  }

  /**
   * Saves one item of the draft. It may have holes; they are found when the draft is looked over.
   * @param version the version the change was made from, 0 for a new item
   * @returns the new version, or what stands there now when somebody else saved meanwhile
   */
  async save(
    kind: ItemKind,
    id: string,
    body: unknown,
    version: number,
    author: DraftAuthor | null = null,
    joined?: EntityManager,
  ): Promise<Result<number, SaveRefusal>> {
    const read = itemKinds[kind].schema.safeParse(body);
    if (!read.success) return refuse({ code: 'setup-faults', faults: faultsOf(read.error) });
    if ('id' in read.data && read.data.id !== id)
      return refuse({ code: 'setup-faults', faults: [{ where: 'id', says: setupSays(owners).keepsId }] });
    const save = () =>
      joinTransaction(this.db, joined, async (manager): Promise<Result<number, SaveRefusal>> => {
        await this.upgradeFormat(manager);
        const rows = manager.getRepository(SetupItemRow);
        const row = await rows.findOne({ where: { kind, id }, lock: { mode: 'pessimistic_write' } });
        if ((row?.version ?? 0) !== version) return refuse(stale(row));
        const next = { draft: read.data as unknown, version: version + 1, format: FORMAT_VERSION, ...author };
        if (row) await rows.update({ kind, id }, next as never);
        else {
          const [last] = await rowsFrom<{
            n: number | null;
          }>(manager, 'SELECT MAX(position) AS n FROM setup_item WHERE kind = ?', [kind]);
          await rows.insert({ kind, id, position: Number(last?.n ?? -1) + 1, live: null, ...next } as never);
        }
        return ok(version + 1);
      });
    // Of two who make one new item in the same moment the second finds the other's.
    return save().catch((error: unknown) => {
      if (isDuplicate(error) && !joined) return save();
      throw error;
    });
  }

  /** Takes an item out of the draft. Refused while anything points at it, with the places and counts. */
  async remove(
    kind: ListItemKind,
    id: string,
    version: number,
    author: DraftAuthor | null = null,
    joined?: EntityManager,
  ): Promise<Result<number, RemoveRefusal>> {
    return joinTransaction(this.db, joined, async (manager): Promise<Result<number, RemoveRefusal>> => {
      await this.upgradeFormat(manager);
      const all = await manager.getRepository(SetupItemRow).find({ lock: { mode: 'pessimistic_write' } });
      const row = all.find((item) => item.kind === kind && item.id === id);
      if (!row || row.draft === null) return refuse({ code: 'not-found' });
      if (row.version !== version) return refuse(stale(row));
      const { list } = listKinds[kind];
      const made = salvageSetup(documentOf(entries(all, 'draft')));
      const places = made.ok
        ? referencesOf(made.value.setup.doc)
            .filter((reference) => reference.kind === list && reference.id === id)
            .map(({ at }) => at)
        : [];
      const reader = made.ok ? made.value.setup.doc.site : owners;
      const rows = (await this.usesOf(manager, kind, id, reader)).filter(sawUse);
      if (places.length || rows.length) return refuse({ code: 'in-use', places, rows });
      const next = { draft: null, version: version + 1, ...author };
      await manager.getRepository(SetupItemRow).update({ kind, id }, next as never);
      return ok(version + 1);
    });
  }

  /**
   * Puts the items of one list into another order. Those that are not named, since somebody has added them meanwhile,
   * come after the others as they stood.
   */
  async reorder(kind: ListItemKind, ids: readonly string[], joined?: EntityManager): Promise<void> {
    await joinTransaction(this.db, joined, async (manager) => {
      const rows = await manager
        .getRepository(SetupItemRow)
        .find({ where: { kind }, lock: { mode: 'pessimistic_write' } });
      const place = (id: string) => (ids.includes(id) ? ids.indexOf(id) : ids.length);
      const sorted = rows.sort((a, b) => place(a.id) - place(b.id) || a.position - b.position);
      for (const [position, { id }] of sorted.entries())
        await manager.getRepository(SetupItemRow).update({ kind, id }, { position });
    });
  }

  private usesOf(manager: EntityManager, kind: ItemKind, id: string, reader: Reader): Promise<Use[]> {
    const counts = kind in listKinds ? (this.rowUses[kind as ListItemKind] ?? []) : [];
    return Promise.all(counts.map((count) => count(manager, id, reader)));
  }

  /**
   * Replaces the whole draft by a document, for a first set-up or an import. What is as it was stays as it is.
   * @returns the stamp of the draft
   */
  async replaceDraft(doc: SetupDocument, joined?: EntityManager, author: DraftAuthor | null = null): Promise<string> {
    return joinTransaction(this.db, joined, async (manager) => {
      await this.upgradeFormat(manager);
      const rows = manager.getRepository(SetupItemRow);
      const old = new Map((await rows.find()).map((row) => [`${row.kind}/${row.id}`, row]));
      for (const { kind, id, position, body } of itemsOf(doc)) {
        const row = old.get(`${kind}/${id}`);
        old.delete(`${kind}/${id}`);
        const live = row?.live ?? null;
        const version = (row?.version ?? 0) + 1;
        const same = row && row.draft !== null && sameBody(row.draft, body);
        if (same && row.position === position) continue;
        const who = same ? {} : author;
        await rows.save({ kind, id, position, live, draft: body, version, format: FORMAT_VERSION, ...who });
      }
      for (const row of old.values())
        if (row.draft !== null) await rows.save({ ...row, draft: null, version: row.version + 1, ...author });
      return (await this.draft(manager)).stamp;
    });
  }

  /**
   * Replaces the whole draft by a document that may be older than what people have come to since: what it lacks and rows
   * point at stays in the draft as retired, so that it can be published. @returns those by their titles
   */
  async replaceKeeping(
    doc: SetupDocument,
    joined: EntityManager,
    author: DraftAuthor | null,
  ): Promise<{ readonly stamp: string; readonly kept: readonly string[] }> {
    await this.upgradeFormat(joined);
    const there = new Set(itemsOf(doc).map(({ kind, id }) => `${kind}/${id}`));
    const whole = structuredClone(doc) as unknown as Record<string, { id: string; title?: string; label?: string }[]>;
    const kept: string[] = [];
    for (const { kind, id, live, draft } of await joined.getRepository(SetupItemRow).find()) {
      const body = (draft ?? live) as { id: string; title?: string; label?: string } | null;
      if (!body || there.has(`${kind}/${id}`) || !(kind in this.rowUses)) continue;
      if (!(await this.usesOf(joined, kind as ItemKind, id, doc.site)).some(sawUse)) continue;
      whole[listKinds[kind as ListItemKind].list]!.push({ ...body, retired: true } as never);
      kept.push(body.title ?? body.label ?? id);
    }
    const stamp = await this.replaceDraft(whole as unknown as SetupDocument, joined, author);
    return { stamp, kept };
  }

  /**
   * Makes the draft live as the next revision, with all that this means for people, in one transaction. Refuses a draft
   * with holes, naming them all, one that is no longer what was read, and one that takes away what rows point at.
   */
  async publish(
    about: { readonly note: string; readonly author: string; readonly at: Instant; readonly draft: string },
    joined?: EntityManager,
  ): Promise<Result<number, PublishRefusal>> {
    return joinTransaction(this.db, joined, async (manager): Promise<Result<number, PublishRefusal>> => {
      await this.upgradeFormat(manager);
      const rows = await manager.getRepository(SetupItemRow).find({ lock: { mode: 'pessimistic_write' } });
      if (stampOf(rows) !== about.draft) return refuse({ code: 'draft-changed' });
      const document = documentOf(entries(rows, 'draft'));
      const made = makeSetup(document);
      if (!made.ok) return refuse({ code: 'setup-faults', faults: made.refusal });
      const before = await this.live(manager);
      const world = { ...(await this.world()), now: about.at, live: before?.setup ?? null };
      const holes = checkUp(made.value, world).filter(({ blocks }) => blocks);
      if (holes.length)
        return refuse({
          code: 'setup-faults',
          faults: holes.map((hole) => ({ where: whereOf(hole), says: `${hole.says}. ${hole.mend}` })),
        });
      const forbidden = before ? await this.publishing.forbids(manager, before.setup, made.value) : [];
      if (forbidden.length) return refuse({ code: 'setup-faults', faults: forbidden });
      const gone = rows.filter((row) => row.draft === null);
      const missed = [];
      for (const { kind, id, live } of gone) {
        const uses = (await this.usesOf(manager, kind as ItemKind, id, made.value.doc.site)).filter(sawUse);
        if (uses.length) missed.push({ where: titleOf(live) ?? `${kind} ${id}`, rows: uses });
      }
      if (missed.length) return refuse({ code: 'in-use', items: missed });
      // Of two who publish one draft the second finds that it is live already.
      const changed = rows.filter((row) => JSON.stringify(row.live) !== JSON.stringify(row.draft));
      if (before && changed.length === 0 && sameBody(before.setup.doc, made.value.doc))
        return refuse({ code: 'nothing-new' });
      const number = (before?.revision ?? 0) + 1;
      const { note, author, at } = about;
      await manager.getRepository(SetupRevisionRow).insert({
        number,
        document: document as never,
        changes: changed.map(({ kind, id, live, draft }) => ({ kind, id, before: live, after: draft })) as never,
        note,
        author,
        at,
      });
      // Only what was read and is locked: an item that somebody adds meanwhile is not part of this revision.
      for (const { kind, id } of changed)
        await manager.query('UPDATE setup_item SET live = draft WHERE kind = ? AND id = ?', [kind, id]);
      for (const { kind, id } of gone) await manager.getRepository(SetupItemRow).delete({ kind, id });
      await this.publishing.follows(manager, before?.setup ?? null, made.value, at);
      return ok(number);
    });
  }

  /** When the revision that is live went live; null before the first. */
  async liveSince(): Promise<Instant | null> {
    const newest = { select: { number: true, at: true }, where: {}, order: { number: 'DESC' } } as const;
    return (await this.db.getRepository(SetupRevisionRow).findOne(newest))?.at ?? null;
  }

  /** What was live at an instant, as much of it as can still be read; null where nothing was yet. */
  async liveAt(at: Instant): Promise<{ readonly revision: number; readonly setup: Setup } | null> {
    const newest = { where: { at: LessThanOrEqual(at) }, order: { number: 'DESC' } } as const;
    const row = await this.db.getRepository(SetupRevisionRow).findOne(newest);
    const made = row && salvageSetup(row.document);
    return made?.ok ? { revision: row!.number, setup: made.value.setup } : null;
  }

  /** One revision as it went live, as a document of the present format; null where there is none. */
  async document(number: number): Promise<unknown> {
    const row = await this.db.getRepository(SetupRevisionRow).findOneBy({ number });
    return row ? upgradeDocument(row.document) : null;
  }

  async history(): Promise<Pick<SetupRevisionRow, 'number' | 'note' | 'author' | 'at' | 'changes'>[]> {
    return this.db.getRepository(SetupRevisionRow).find({
      select: { number: true, note: true, author: true, at: true, changes: true },
      order: { number: 'DESC' },
    });
  }
}

/** What an item is called, of whatever kind it is. */
function titleOf(body: unknown): string | undefined {
  const { title, label } = (body ?? {}) as { title?: string; label?: string };
  return title ?? label;
}

const stale = (row: Row | null) => ({
  code: 'stale' as const,
  version: row?.version ?? 0,
  body: row?.draft ?? null,
});

/** One side of a row in the present format. */
const saidAll = (faults: readonly SetupFault[]): string =>
  faults.map(({ where, says }) => `${where}: ${says}`).join('\n');
