/**
 * Purpose: files in a folder, which several processes on one machine or one network share may share.
 * Invariant: only the user the product runs as may read them: some are for members alone.
 */
import { chmodSync, createReadStream, mkdirSync, statSync } from 'node:fs';
import { mkdir, open, rename, rm } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import type { Readable } from 'node:stream';
import type { Blobs, Part } from './blobs';

export class FolderBlobs implements Blobs {
  private readonly folder: string;

  constructor(folder: string) {
    this.folder = resolve(folder);
    mkdirSync(this.folder, { recursive: true });
    // What an earlier release has written in it may be read by all. Of a share that is somebody else's they decide.
    if (statSync(this.folder).uid === process.getuid?.()) chmodSync(this.folder, 0o700);
  }

  async put(key: string, bytes: Buffer): Promise<void> {
    const path = this.pathOf(key);
    await mkdir(dirname(path), { recursive: true, mode: 0o700 });
    // Under another name until it is whole and on the disk, so that nobody reads half of it after a crash.
    const unfinished = `${path}.${crypto.randomUUID()}.part`;
    const file = await open(unfinished, 'wx', 0o600);
    try {
      await file.writeFile(bytes);
      await file.sync();
    } finally {
      await file.close();
    }
    await rename(unfinished, path);
  }

  async get(key: string, part?: Part): Promise<Readable | null> {
    try {
      const file = await open(this.pathOf(key), 'r');
      return createReadStream('', { fd: file, ...(part ?? {}) });
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
      throw error;
    }
  }

  async remove(key: string): Promise<void> {
    await rm(this.pathOf(key), { force: true });
  }

  /** @throws Error for a key that would lead out of the folder */
  private pathOf(key: string): string {
    if (!/^[a-z0-9]+([/.-][a-z0-9]+)*$/.test(key)) throw new Error(`No key of a file: ${key}`);
    return join(this.folder, key);
  }
}
