/** Purpose: the two cookies, one for members and one for staff. */
import type { Response } from 'express';

export type CookieName = 'admissa_member' | 'admissa_staff';

/** The value of a cookie, or null. Only what a secret can look like is taken. */
export function cookieOf(header: string | undefined, name: CookieName): string | null {
  if (!header) return null;
  for (const part of header.split(';')) {
    const at = part.indexOf('=');
    if (part.slice(0, at).trim() === name) {
      const value = part.slice(at + 1).trim();
      return /^[A-Za-z0-9_-]{43}$/.test(value) ? value : null;
    }
  }
  return null;
}

/** Sets a cookie. `maxAge` in milliseconds; null: until the browser is closed. */
export function setCookie(
  res: Response,
  name: CookieName,
  value: string,
  maxAge: number | null,
  secure: boolean,
): void {
  res.cookie(name, value, {
    httpOnly: true,
    sameSite: 'lax',
    secure,
    path: '/',
    ...(maxAge === null ? {} : { maxAge }),
  });
}

export function clearCookie(res: Response, name: CookieName, secure: boolean): void {
  res.clearCookie(name, { httpOnly: true, sameSite: 'lax', secure, path: '/' });
}
