/** Purpose: files in a folder, which several processes on one machine or one network share may share. */
import { createReadStream } from 'node:fs';
import { mkdir, open, rename, rm } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import type { Readable } from 'node:stream';
import type { Blobs, Part } from './blobs';

export class FolderBlobs implements Blobs {
  private readonly folder: string;

  constructor(folder: string) {
    this.folder = resolve(folder);
  }

  async put(key: string, bytes: Buffer): Promise<void> {
    const path = this.pathOf(key);
    await mkdir(dirname(path), { recursive: true });
    // Under another name until it is whole and on the disk, so that nobody reads half of it after a crash.
    const unfinished = `${path}.${crypto.randomUUID()}.part`;
    const file = await open(unfinished, 'wx');
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
