/**
 * Purpose: devices that somebody has signed in with before. Wrong tries from elsewhere must not keep a member from
 * their own device, so a device that is known is counted apart.
 * How: a cookie with a random number of the device and, for each address that signed in there, a signature over kind,
 * number and address. It opens nothing; it only says that this device was let in before.
 */
import { createHmac, timingSafeEqual } from 'node:crypto';
import type { Response } from 'express';
import { mailKey } from '../../core/fields';
import type { SessionKind } from '../callers';
import type { Randomness } from '../platform/ids';

const NAME = 'admissa_known';
const LASTS = 365 * 24 * 60 * 60 * 1000;
const MOST = 6;
const shape = /^[A-Za-z0-9_-]{43}(\.[A-Za-z0-9_-]{22}){1,6}$/;

export class Devices {
  constructor(
    private readonly secret: Buffer,
    private readonly random: Randomness,
  ) {}

  /** A name for the device under which to count, or null when this address has not signed in there. */
  known(cookies: string | undefined, kind: SessionKind, mail: string): string | null {
    const [device, ...signatures] = read(cookies);
    if (!device) return null;
    const wanted = Buffer.from(this.sign(device, kind, mail));
    return signatures.some((one) => timingSafeEqual(Buffer.from(one), wanted)) ? device : null;
  }

  /** Notes in the browser that this address has signed in there. */
  remember(res: Response, cookies: string | undefined, kind: SessionKind, mail: string, secure: boolean): void {
    const [device = this.random.secret(), ...signatures] = read(cookies);
    const signature = this.sign(device, kind, mail);
    const kept = [signature, ...signatures.filter((one) => one !== signature)].slice(0, MOST);
    const options = { httpOnly: true, sameSite: 'lax', secure, path: '/', maxAge: LASTS } as const;
    res.cookie(NAME, [device, ...kept].join('.'), options);
  }

  private sign(device: string, kind: SessionKind, mail: string): string {
    const signed = createHmac('sha256', this.secret).update(`${kind}|${device}|${mailKey(mail)}`);
    return signed.digest('base64url').slice(0, 22);
  }
}

function read(cookies: string | undefined): string[] {
  const [, value = ''] = new RegExp(`(?:^|;)\\s*${NAME}=([^;]*)`).exec(cookies ?? '') ?? [];
  return shape.test(value.trim()) ? value.trim().split('.') : [];
}
