/** Purpose: structured logs, one JSON line each, without secrets. */
import { pino, type Logger } from 'pino';

export type Log = Logger;

export function makeLog(level: string): Log {
  return pino({
    level,
    base: { pid: process.pid },
    redact: { paths: ['password', 'token', 'code', '*.password', '*.token', '*.code', 'cookie'], censor: 'hidden' },
  });
}
