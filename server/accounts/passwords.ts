/**
 * Purpose: passwords: Argon2id hashes (RFC 9106; m = 19 MiB, t = 2, p = 1 as OWASP advises) and a check against
 * what is guessed first (NIST SP 800-63B section 3.1.1.2).
 * Invariant: hashing never takes all of the threads that files are read with, and never more than so many wait for it.
 */
import { availableParallelism } from 'node:os';
import { hash, verify } from '@node-rs/argon2';
import { passwordFault } from '../../core/fields';
import { foldWord } from '../../core/kernel/fold';
import { Gate } from '../platform/gate';
import type { Reader } from '../../core/kernel';
import { accountsSays } from './accounts.sentences';

const cost = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** Threads that are left to files and look-ups of names. */
const LEFT_TO_FILES = 2;
const MOST_WAITING = 40;
const threads = Number(process.env['UV_THREADPOOL_SIZE'] ?? 4);
const gate = new Gate(Math.max(1, Math.min(availableParallelism(), threads - LEFT_TO_FILES)), MOST_WAITING);

/** Whether one more would be refused: to be asked before anything is counted or looked up. */
export const hashingFull = (): boolean => gate.full;

/** @throws TooBusy when too many wait already */
export const hashPassword = (password: string): Promise<string> =>
  gate.run(() => hash(password.normalize('NFKC'), cost));

/** The hash of no password: verified against when nobody has the address, so that both cases do the same work. */
const nobody = hash('nobody has this password', cost);

/** @throws TooBusy when too many wait already */
export async function verifyPassword(stored: string | null, password: string): Promise<boolean> {
  // '' is of somebody who has not chosen one yet.
  const against = stored || (await nobody);
  const right = await gate.run(() => verify(against, password.slice(0, 400).normalize('NFKC')).catch(() => false));
  return Boolean(stored) && right;
}

type Guesser = { check(password: string, own: string[]): { score: number } };
let guesser: Promise<Guesser> | null = null;

/** Loads the word lists on first use: they are large and most processes start without needing them. */
function loadGuesser(): Promise<Guesser> {
  guesser ??= (async () => {
    const [{ ZxcvbnFactory }, common] = await Promise.all([
      import('@zxcvbn-ts/core'),
      import('@zxcvbn-ts/language-common'),
    ]);
    const factory = new ZxcvbnFactory({ dictionary: { ...common.dictionary }, graphs: common.adjacencyGraphs });
    return { check: (password, own) => factory.check(password, own) };
  })();
  return guesser;
}

/** Letters that must be left of a password when the words anybody would try for this person are taken out. */
const LETTERS_LEFT = 6;

/** The words a person or the site is known by, which make a password easy to guess. */
export function ownWords(...texts: readonly (string | null | undefined)[]): string[] {
  const words = texts.flatMap((text) => foldWord(text ?? '').split(/[^\p{L}\p{N}]+/u));
  return [...new Set(words)].filter((word) => word.length > 2).slice(0, 60);
}

/** Whether little is left of the password without the own words, read from either end. */
function madeOfOwn(password: string, own: readonly string[]): boolean {
  let rest = foldWord(password);
  const backwards = own.map((word) => [...word].reverse().join(''));
  for (const word of [...own, ...backwards].sort((a, b) => b.length - a.length)) rest = rest.replaceAll(word, ' ');
  const letters = [...rest.replace(/\P{L}/gu, '')];
  return rest !== foldWord(password) && letters.length < LETTERS_LEFT;
}

/**
 * What is wrong with a new password, or null.
 * @param own words the person and the site are known by (`ownWords`)
 */
export async function weakness(password: string, own: readonly string[], reader: Reader): Promise<string | null> {
  const fault = passwordFault(password, reader);
  if (fault) return fault;
  if (madeOfOwn(password, own)) return accountsSays(reader).ownWords;
  const { score } = (await loadGuesser()).check(password.slice(0, 64), [...own]);
  return score < 2 ? accountsSays(reader).guessedFirst : null;
}
