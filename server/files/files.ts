/**
 * Purpose: the site's files: known by their content, pictures made anew in the widths of pages, kept in the store of
 * files, looked up by an id that nobody can guess.
 * Invariant: what is in the store comes before the row that names it, and goes after it, so that a row is never without
 * its file; a file under one id never changes.
 */
import { fileTypeFromBuffer } from 'file-type';
import type { Readable } from 'node:stream';
import type { DataSource } from 'typeorm';
import { ok, refuse, type Result } from '../../core/kernel';
import { forPage } from '../pictures';
import type { Acts, Envelope } from '../platform/acts';
import type { Blobs, Part } from '../platform/blobs';
import type { SiteClock } from '../platform/clock';
import type { Randomness } from '../platform/ids';
import { FileRow } from './file.entity';

export type FileRefusal = { readonly code: 'no-such-type' | 'not-found' | 'already-sent' };

/** What may be taken along: documents, sheets, sound and moving pictures, by what the file itself says it is. */
const KINDS: ReadonlySet<string> = new Set([
  'application/pdf',
  'application/epub+zip',
  'application/vnd.oasis.opendocument.text',
  'application/vnd.oasis.opendocument.spreadsheet',
  'application/vnd.oasis.opendocument.presentation',
  'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  'application/vnd.openxmlformats-officedocument.presentationml.presentation',
  'application/zip',
  'audio/mpeg',
  'audio/ogg',
  'audio/mp4',
  'video/mp4',
  'video/webm',
  'text/calendar',
]);
/** Text says nothing of itself: it is taken by its name, and only where it is text. */
const TEXTS: Readonly<Record<string, string>> = {
  csv: 'text/csv',
  txt: 'text/plain',
  md: 'text/markdown',
  ics: 'text/calendar',
};
const MOST_LISTED = 500;

const keyOf = (id: string, width: number | null): string => (width === null ? `${id}/whole` : `${id}/${width}.webp`);

export class Files {
  constructor(
    private readonly db: DataSource,
    private readonly acts: Acts,
    private readonly blobs: Blobs,
    private readonly random: Randomness,
    private readonly clock: SiteClock,
  ) {}

  /** The newest first. */
  list(): Promise<FileRow[]> {
    return this.db.getRepository(FileRow).find({ order: { createdAt: 'DESC', id: 'ASC' }, take: MOST_LISTED });
  }

  one(id: string): Promise<FileRow | null> {
    return this.db.getRepository(FileRow).findOneBy({ id });
  }

  /** @throws TooBusy when too many pictures wait */
  async bring(envelope: Envelope, file: File, by: string): Promise<Result<FileRow, FileRefusal>> {
    return this.bringAs(this.random.id(), envelope, Buffer.from(await file.arrayBuffer()), file.name, by);
  }

  /** Under an id of the caller's own. */
  async bringAs(
    id: string,
    envelope: Envelope,
    bytes: Buffer,
    name: string,
    by: string,
  ): Promise<Result<FileRow, FileRefusal>> {
    const stored = await this.store(id, bytes, name);
    if (!stored) return refuse({ code: 'no-such-type' });
    return this.keep(envelope, { id, ...stored, name: nameOf(name), broughtBy: by });
  }

  /** The row of what the store has already. */
  private async keep(envelope: Envelope, row: Omit<FileRow, 'createdAt'>): Promise<Result<FileRow, FileRefusal>> {
    const made = { ...row, createdAt: this.clock.now() };
    const done = await this.acts.carryOut<FileRow, FileRefusal>(envelope, async ({ manager, about }) => {
      about({ subject: row.id });
      await manager.getRepository(FileRow).insert(made);
      return ok(made);
    });
    return done.ok ? ok(done.value.value) : done;
  }

  /** Puts into the store what may be there. @returns what it is, or null where it may not */
  private async store(
    id: string,
    bytes: Buffer,
    name: string,
  ): Promise<Pick<FileRow, 'type' | 'bytes' | 'picture'> | null> {
    const made = await forPage(bytes);
    if (made) {
      for (const { width, bytes: one } of made.made) await this.blobs.put(keyOf(id, width), one);
      const { width, height } = made;
      const largest = made.made.at(-1)!.bytes.length;
      const widths = made.made.map((one) => one.width);
      return { type: 'image/webp', bytes: largest, picture: { width, height, widths } };
    }
    const type = await typeOf(bytes, name);
    if (type === null) return null;
    await this.blobs.put(keyOf(id, null), bytes);
    return { type, bytes: bytes.length, picture: null };
  }

  async remove(envelope: Envelope, id: string): Promise<Result<true, FileRefusal>> {
    const row = await this.one(id);
    const done = await this.acts.carryOut<true, FileRefusal>(envelope, async ({ manager, about }) => {
      about({ subject: id });
      const { affected } = await manager.getRepository(FileRow).delete({ id });
      return affected ? ok(true) : refuse({ code: 'not-found' });
    });
    if (done.ok && row) for (const width of row.picture?.widths ?? [null]) await this.blobs.remove(keyOf(id, width));
    return done.ok ? ok(true) : done;
  }

  read(id: string, width: number | null, part?: Part): Promise<Readable | null> {
    return this.blobs.get(keyOf(id, width), part);
  }
}

async function typeOf(bytes: Buffer, name: string): Promise<string | null> {
  const text = TEXTS[/\.([a-z0-9]+)$/i.exec(name)?.[1]?.toLowerCase() ?? ''];
  // The mark of UTF-16 reads as sound to whoever looks at the first bytes alone.
  if (text && encodingOf(bytes) !== 'utf-8') return isText(bytes) ? text : null;
  const found = await fileTypeFromBuffer(bytes);
  if (found) return KINDS.has(found.mime) ? found.mime : null;
  return text && isText(bytes) ? text : null;
}

/** The mark that texts in UTF-16 begin with, as spreadsheets write their lists. */
const MARKS = { fffe: 'utf-16le', feff: 'utf-16be' } as const;

const encodingOf = (bytes: Buffer): string =>
  MARKS[bytes.subarray(0, 2).toString('hex') as keyof typeof MARKS] ?? 'utf-8';

function isText(bytes: Buffer): boolean {
  const encoding = encodingOf(bytes);
  try {
    return !new TextDecoder(encoding, { fatal: true }).decode(bytes).includes('\0');
  } catch {
    return false;
  }
}

/** A name without a path and without signs that a computer takes for more than a name. */
const nameOf = (name: string): string =>
  name
    .split(/[/\\]/)
    .at(-1)!
    .replace(/[\u0000-\u001f\u007f"<>|:*?\u200e\u200f\u202a-\u202e\u2066-\u2069]/g, '')
    .trim()
    .slice(0, 200) || 'file';
