/**
 * Waiting for a program to be ready: as long as it comes forward, however slow the machine. Who waits is told what for.
 */
import { readFileSync } from 'node:fs';
import { Obstacle, say } from './say.mjs';

const LOOK = 100;
/** How long a program may stand still before it is given up, in ms. */
const STILL = 60_000;
const TELL = 15_000;

/** What a program has done so far: processor time and bytes moved. Null where the machine does not tell. */
export function doneBy(pid) {
  try {
    const times = readFileSync(`/proc/${pid}/stat`, 'utf8')
      .replace(/^.*\) /s, '')
      .split(' ')
      .slice(11, 15)
      .join(' ');
    return `${times} ${readFileSync(`/proc/${pid}/io`, 'utf8')}`;
  } catch {
    return null;
  }
}

/**
 * @param what what is waited for, as the person who waits reads it
 * @param part { pid, running } of the program
 * @param ready asked every 100 ms until it answers true
 * @param words the last words of the program, for whoever must mend it
 * @param done what the program has done so far; another value is a step forward
 */
export async function waitUntil({ what, part, ready, words = () => '', done = doneBy, still = STILL, tell = TELL }) {
  const began = Date.now();
  let moved = began;
  let told = began;
  let last = done(part.pid);
  while (!(await ready())) {
    const now = Date.now();
    if (part.running === false)
      throw new Obstacle(`${what} ended before it was ready. ${words() || 'Its own words are above.'}`);
    const at = done(part.pid);
    if (at !== last) moved = now;
    last = at;
    if (now - moved > still)
      throw new Obstacle(
        `${what} stands still: nothing came forward for ${Math.round(still / 1000)} seconds. ${words()}`,
      );
    if (now - told >= tell) {
      say(`Waiting for ${what}, which is at work (${Math.round((now - began) / 1000)} seconds so far)`);
      told = now;
    }
    await new Promise((wait) => setTimeout(wait, LOOK));
  }
}
