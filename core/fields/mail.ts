/**
 * Purpose: mail addresses: what is accepted, and which two are the same.
 * Source: the dot-atom form of RFC 5321 section 4.1.2, without quoted local parts, which no provider gives out.
 */
import { ok, refuse, type Result } from '../kernel/result';
import type { Reader } from '../kernel/sentences';
import { fieldsSays } from './fields.sentences';

const LONGEST = 190;

const atom = /^[A-Za-z0-9!#$%&'*+/=?^_`{|}~-]+(\.[A-Za-z0-9!#$%&'*+/=?^_`{|}~-]+)*$/;
const domain = /^([A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?\.)+[A-Za-z]{2,63}$/;

/** Accepts an address or says in one sentence what is wrong with it. */
export function readMail(raw: string, reader: Reader): Result<string, string> {
  const says = fieldsSays(reader);
  const mail = plainAddress(raw);
  const at = mail.lastIndexOf('@');
  if (mail === '') return refuse(says.writeMail);
  if (/\s/.test(mail)) return refuse(says.mailSpaces);
  if (at < 0) return refuse(says.mailNoAt);
  if (at === 0) return refuse(says.mailNothingBefore);
  const end = mail.slice(at + 1);
  if (end === '') return refuse(says.mailNothingAfter);
  if (!end.includes('.')) return refuse(says.mailNoEnding);
  if (mail.length > LONGEST) return refuse(says.mailTooLong({ most: LONGEST }));
  if (!atom.test(mail.slice(0, at)) || at > 64 || !domain.test(end)) return refuse(says.mailInstead);
  return ok(mail);
}

/** What was typed without what cannot be seen, and with letters in their usual shape (NFKC of UAX 15). */
const plainAddress = (raw: string): string =>
  raw
    .normalize('NFKC')
    .replace(/\p{Cf}/gu, '')
    .trim();

/**
 * The one form of an address: under it an address is unique, looked up, and its tries are counted, compared byte by
 * byte. Two spellings that lead to one account must not be two for the limits.
 */
export const mailKey = (mail: string): string => plainAddress(mail).toLowerCase();
