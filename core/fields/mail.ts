/**
 * Purpose: mail addresses: what is accepted, and which two are the same.
 * Source: the dot-atom form of RFC 5321 section 4.1.2, without quoted local parts, which no provider gives out.
 */
import { ok, refuse, type Result } from '../kernel';

const atom = /^[A-Za-z0-9!#$%&'*+/=?^_`{|}~-]+(\.[A-Za-z0-9!#$%&'*+/=?^_`{|}~-]+)*$/;
const domain = /^([A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?\.)+[A-Za-z]{2,63}$/;

/** Accepts an address or says in one sentence what is wrong with it. */
export function readMail(raw: string): Result<string, string> {
  const mail = raw.trim();
  const at = mail.lastIndexOf('@');
  if (mail === '') return refuse('Write your mail address.');
  if (/\s/.test(mail)) return refuse('A mail address has no spaces.');
  if (at < 0) return refuse('That address has no @.');
  if (at === 0) return refuse('Something is missing before the @.');
  const end = mail.slice(at + 1);
  if (end === '') return refuse('Something is missing after the @.');
  if (!end.includes('.')) return refuse('That address has no ending, such as .org.');
  if (mail.length > 190) return refuse('That address is too long; 190 characters are the most.');
  if (!atom.test(mail.slice(0, at)) || at > 64 || !domain.test(end))
    return refuse('That is not a mail address. Write it as name@place.org.');
  return ok(mail);
}

/** The form under which an address is unique: small letters throughout. */
export const mailKey = (mail: string): string => mail.trim().toLowerCase();
