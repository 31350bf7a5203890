/**
 * Purpose: structured logs, one JSON line each, without secrets and without people.
 * Invariant: of an error only what is listed here is written. A driver's error carries the statement with its values,
 * and its message quotes them; a mail server's answer quotes the address. So messages are cut wherever they may quote.
 */
import { pino, type Logger } from 'pino';

export type Log = Logger;

type Told = {
  type: string;
  says?: string;
  code?: string | number;
  errno?: number;
  sqlState?: string;
  responseCode?: number;
  command?: string;
  /** Which key was taken already: its name is ours, not somebody's. */
  key?: string;
  at?: string[];
  cause?: Told;
};

const kept = ['code', 'errno', 'sqlState', 'responseCode', 'command'] as const;
const MOST_FRAMES = 12;

/** An error as it may be written down: its kind, its codes, where it happened, and its words without quotations. */
export function tellError(error: unknown, depth = 0): Told {
  if (!(error instanceof Error)) return { type: typeof error };
  const told: Told = { type: error.constructor.name, says: withoutQuotes(error.message) };
  const own = error as unknown as Record<string, unknown>;
  for (const name of kept)
    if (['string', 'number'].includes(typeof own[name])) (told as Record<string, unknown>)[name] = own[name];
  const [, key] = /for key '([\w.]{1,64})'$/.exec(error.message) ?? [];
  if (key) told.key = key;
  const frames = (error.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line));
  told.at = frames.slice(0, MOST_FRAMES).map((line) => line.trim());
  const within = own['driverError'] ?? error.cause;
  if (within instanceof Error && within !== error && depth < 2) told.cause = tellError(within, depth + 1);
  return told;
}

/** Words without what they quote: text in quotation marks, mail addresses, and whatever is long enough for a secret. */
export const withoutQuotes = (text: string): string =>
  text
    .slice(0, 2_000)
    .replace(/'(?:[^'\\]|\\.|'')*'|"(?:[^"\\]|\\.)*"|“[^”]*”|`[^`]*`/g, '…')
    .replace(/\S+@\S+/g, '…')
    .replace(/[\w-]{16,}/g, '…')
    .slice(0, 300);

/** Parts of addresses that may be written as they are; what follows them may be a secret or a person. */
const named = new Set(
  'api assets desk join joining confirm sign-in sign-out forgotten reset account viewpoint health site'.split(' '),
);

/** The pattern of a path, however oddly it is spelled: `/confirm/…`, `/api/desk/…`, `/…`. */
export function pathPattern(path: string): string {
  const parts = path
    .split(/[?#]/)[0]!
    .split(/[/\\]+/)
    .filter(Boolean);
  const known: string[] = [];
  for (const part of parts) {
    if (!named.has(part)) break;
    known.push(part);
  }
  return `/${[...known, ...(parts.length > known.length ? ['…'] : [])].join('/')}`;
}

export function makeLog(level: string, to?: { write(line: string): void }): Log {
  return pino(
    {
      level,
      base: { pid: process.pid },
      serializers: { err: (error: unknown) => tellError(error) },
      redact: { paths: ['password', 'token', 'code', '*.password', '*.token', 'cookie'], censor: 'hidden' },
    },
    ...(to ? [to] : []),
  );
}
