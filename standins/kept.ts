/**
 * Purpose: what a stand-in keeps: one JSON value a line, in a file that its owner alone may read.
 * Invariant: no link is followed, so that a run as root writes nowhere else than it was told to.
 */
import { closeSync, constants, existsSync, fchmodSync, openSync, readFileSync, writeSync } from 'node:fs';

const { O_APPEND, O_CREAT, O_NOFOLLOW, O_RDONLY, O_WRONLY } = constants;

/** All values of the file, oldest first; none when there is no file yet. */
export function readKept<Value>(path: string): Value[] {
  if (!existsSync(path)) return [];
  const file = openSync(path, O_RDONLY | O_NOFOLLOW);
  try {
    fchmodSync(file, 0o600);
    const lines = readFileSync(file, 'utf8').split('\n');
    return lines.filter(Boolean).map((line) => JSON.parse(line) as Value);
  } finally {
    closeSync(file);
  }
}

export function appendKept(path: string, value: unknown): void {
  const file = openSync(path, O_APPEND | O_CREAT | O_WRONLY | O_NOFOLLOW, 0o600);
  try {
    writeSync(file, `${JSON.stringify(value)}\n`);
  } finally {
    closeSync(file);
  }
}
