/**
 * Files that hold secrets, in a folder that somebody else may have prepared: readable by their owner alone, and never
 * reached through a link, which could lead a run as root to write or give away what lies elsewhere.
 */
import {
  constants,
  closeSync,
  existsSync,
  lchownSync,
  lstatSync,
  openSync,
  readFileSync,
  readdirSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { Obstacle } from './say.mjs';

/** @throws Obstacle when there is something at `path` that is neither a file nor a folder of its own */
export function refuseLink(path) {
  let at = null;
  try {
    at = lstatSync(path);
  } catch {
    return;
  }
  if (at.isFile() || at.isDirectory()) return;
  throw new Obstacle(`${path} is a link or something stranger. Take it away, or choose another folder with --data.`);
}

/** Writes anew what only its owner may read. */
export function writePrivate(path, text) {
  refuseLink(path);
  rmSync(path, { force: true });
  const { O_CREAT, O_EXCL, O_WRONLY, O_NOFOLLOW } = constants;
  const file = openSync(path, O_CREAT | O_EXCL | O_WRONLY | O_NOFOLLOW, 0o600);
  writeSync(file, text);
  closeSync(file);
}

export function readPrivate(path) {
  refuseLink(path);
  return existsSync(path) ? readFileSync(path, 'utf8') : null;
}

/** Makes a user the owner of a folder and all that is in it; of a link the link itself, never what it leads to. */
export function giveTo(folder, { uid, gid }) {
  lchownSync(folder, uid, gid);
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) giveTo(path, { uid, gid });
    else lchownSync(path, uid, gid);
  }
}
