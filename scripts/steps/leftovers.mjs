/**
 * What runs is written down in the data folder, so that a run that was killed without warning does not leave its
 * database and its server in the way of the next.
 */
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { readPrivate, writePrivate } from './private.mjs';
import { Obstacle, say } from './say.mjs';

const fileIn = (folder) => join(folder, 'running.json');

/** @param parts process ids of what was started */
export function noteRunning(folder, parts) {
  mkdirSync(folder, { recursive: true });
  writePrivate(fileIn(folder), JSON.stringify({ by: process.pid, parts }));
}

export const forgetRunning = (folder) => rmSync(fileIn(folder), { force: true });

/** Ends what a run that is no more has left. A run that is still there is left alone. */
export async function endLeftovers(folder) {
  if (!existsSync(fileIn(folder))) return;
  const { by, parts } = read(folder);
  if (by === process.pid || isOurs(by, /scripts\/(demo|start)\.mjs/)) return;
  const left = parts.filter((pid) => isOurs(pid, /dist\/server\/\w+\.js|--datadir=.*mariadb/));
  if (left.length) say('Ending what an earlier run has left running');
  for (const pid of left) process.kill(pid, 'SIGTERM');
  for (let tries = 0; left.some((pid) => existsSync(`/proc/${pid}`)); tries++) {
    if (tries > 150)
      throw new Obstacle(
        `An earlier run is still in the way. End these processes and start again: ${left.join(', ')}.`,
      );
    await new Promise((wait) => setTimeout(wait, 100));
  }
  forgetRunning(folder);
}

function read(folder) {
  try {
    return JSON.parse(readPrivate(fileIn(folder)));
  } catch {
    // Written half when the power went: what ran then runs no more.
    return { by: 0, parts: [] };
  }
}

/** Whether the process is one of the project's: its number may have gone to another since. */
function isOurs(pid, command) {
  try {
    return command.test(readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' '));
  } catch {
    return false;
  }
}
