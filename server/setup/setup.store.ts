/**
 * Purpose: the set-up in the database: live and draft of each item, and every revision.
 * Invariant: a save names the version it was made from; a publication is one transaction and one number.
 */
import type { DataSource, EntityManager } from 'typeorm';
import { ok, refuse, type Instant, type Result } from '../../core/kernel';
import {
  documentOf,
  itemSchemas,
  itemsOf,
  makeSetup,
  type ItemKind,
  type Setup,
  type SetupDocument,
  type SetupEntry,
  type SetupFault,
} from '../../core/setup';
import { SetupItemRow, SetupRevisionRow } from './setup.entities';
import { transact, within } from '../platform/database';

export type SaveRefusal =
  | { readonly code: 'stale'; readonly version: number; readonly body: unknown }
  | { readonly code: 'setup-faults'; readonly faults: SetupFault[] };

const entries = (rows: SetupItemRow[], side: 'live' | 'draft'): SetupEntry[] =>
  rows
    .filter((row) => row[side] !== null)
    .map((row) => ({ kind: row.kind as ItemKind, id: row.id, position: row.position, body: row[side] }));

export class SetupStore {
  constructor(private readonly db: DataSource) {}

  /** The number of the revision that is live; 0 before the first publication. */
  async revision(manager: EntityManager = this.db.manager): Promise<number> {
    const [row] = (await manager.query('SELECT MAX(number) AS n FROM setup_revision')) as { n: number | null }[];
    return Number(row?.n ?? 0);
  }

  /** The live set-up, parsed. Null before the first publication. */
  async live(): Promise<{ revision: number; setup: Setup } | null> {
    const row = await this.db.getRepository(SetupRevisionRow).findOne({ where: {}, order: { number: 'DESC' } });
    if (!row) return null;
    const made = makeSetup(row.document);
    if (!made.ok) {
      const faults = made.refusal.map((fault) => `${fault.where}: ${fault.says}`).join('\n');
      throw new Error(`Revision ${row.number} of the set-up cannot be read:\n${faults}`);
    }
    return { revision: row.number, setup: made.value };
  }

  /** The draft as a document, not yet parsed. */
  async draft(): Promise<Record<string, unknown>> {
    return documentOf(entries(await this.db.getRepository(SetupItemRow).find(), 'draft'));
  }

  /**
   * Saves one item of the draft.
   * @param version the version the change was made from, 0 for a new item
   * @returns the new version, or what stands there now when somebody else saved meanwhile
   */
  async save(kind: ItemKind, id: string, body: unknown, version: number): Promise<Result<number, SaveRefusal>> {
    const read = itemSchemas[kind].safeParse(body);
    if (!read.success)
      return refuse({
        code: 'setup-faults',
        faults: read.error.issues.map((issue) => ({ where: issue.path.join('.'), says: issue.message })),
      });
    return transact(this.db, async (manager) => {
      const rows = manager.getRepository(SetupItemRow);
      const row = await rows.findOne({ where: { kind, id }, lock: { mode: 'pessimistic_write' } });
      if ((row?.version ?? 0) !== version)
        return refuse({ code: 'stale', version: row?.version ?? 0, body: row?.draft ?? null });
      const [last] = (await manager.query('SELECT MAX(position) AS n FROM setup_item WHERE kind = ?', [kind])) as {
        n: number | null;
      }[];
      const position = row?.position ?? Number(last?.n ?? -1) + 1;
      await rows.save({ kind, id, position, live: row?.live ?? null, draft: read.data, version: version + 1 });
      return ok(version + 1);
    });
  }

  /** Replaces the whole draft by a document, for a first set-up or an import. */
  async replaceDraft(doc: SetupDocument, joined?: EntityManager): Promise<void> {
    await within(this.db, joined, async (manager) => {
      const rows = manager.getRepository(SetupItemRow);
      const old = new Map((await rows.find()).map((row) => [`${row.kind}/${row.id}`, row]));
      for (const { kind, id, position, body } of itemsOf(doc)) {
        const row = old.get(`${kind}/${id}`);
        old.delete(`${kind}/${id}`);
        await rows.save({ kind, id, position, live: row?.live ?? null, draft: body, version: (row?.version ?? 0) + 1 });
      }
      for (const row of old.values()) await rows.save({ ...row, draft: null, version: row.version + 1 });
    });
  }

  /** Makes the draft live as the next revision. Refuses a draft with holes, naming them all. */
  async publish(
    note: string,
    author: string,
    at: Instant,
    joined?: EntityManager,
  ): Promise<Result<number, SaveRefusal>> {
    return within(this.db, joined, async (manager) => {
      const rows = await manager.getRepository(SetupItemRow).find({ lock: { mode: 'pessimistic_write' } });
      const document = documentOf(entries(rows, 'draft'));
      const made = makeSetup(document);
      if (!made.ok) return refuse({ code: 'setup-faults', faults: made.refusal });
      const changed = rows.filter((row) => JSON.stringify(row.live) !== JSON.stringify(row.draft));
      const number = (await this.revision(manager)) + 1;
      await manager.getRepository(SetupRevisionRow).insert({
        number,
        document: document as never,
        changes: changed.map(({ kind, id, live, draft }) => ({ kind, id, before: live, after: draft })) as never,
        note,
        author,
        at,
      });
      // Only what was read and is locked: an item that somebody adds meanwhile is not part of this revision.
      const gone = rows.filter((row) => row.draft === null);
      for (const { kind, id } of changed)
        await manager.query('UPDATE setup_item SET live = draft WHERE kind = ? AND id = ?', [kind, id]);
      for (const { kind, id } of gone) await manager.getRepository(SetupItemRow).delete({ kind, id });
      return ok(number);
    });
  }

  async history(): Promise<Pick<SetupRevisionRow, 'number' | 'note' | 'author' | 'at' | 'changes'>[]> {
    return this.db.getRepository(SetupRevisionRow).find({
      select: { number: true, note: true, author: true, at: true, changes: true },
      order: { number: 'DESC' },
    });
  }
}
