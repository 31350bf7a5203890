/** Purpose: what both sign-ins, the site's and the desk's, have in common: what is asked, counted and remembered. */
import { mailKey } from '../../core/fields';
import { callerOf, type Call, type SessionKind } from '../callers';
import type { Limits, ReadAlong, Try } from '../platform/limits';
import { busy, problem } from '../platform/problem';
import type { Devices } from './devices';
import { hashingFull } from './passwords';
import type { Reader } from '../../core/kernel';
import { accountsSays } from './accounts.sentences';

/** @throws the problem `form-faults`, naming what was left empty */
export function demandBoth(
  { mail, password }: { readonly mail: string; readonly password: string },
  reader: Reader,
): void {
  const says = accountsSays(reader);
  const faults = [
    ...(mail.trim() ? [] : [{ at: 'mail', label: says.mail, says: says.writeMail }]),
    ...(password ? [] : [{ at: 'password', label: says.password, says: says.writePassword }]),
  ];
  if (faults.length) throw problem('form-faults', { faults });
}

/** @throws the problem `busy` when more passwords wait to be weighed than may */
export function demandRoom(): void {
  if (hashingFull()) throw busy();
}

export type Weighing = { readonly found: string | null; weighed(right: boolean): Promise<void> };

export class Tries {
  constructor(
    private readonly limits: Limits,
    private readonly devices: Devices,
    private readonly https: boolean,
  ) {}

  /**
   * Counts a try to sign in: by caller; for the address by device where it is known, else together with the caller.
   * The wide net of an address is looked at first and counts what has been wrong, so that tries which are refused
   * already cannot fill it.
   * @param reading what to read of the account in the same statement, if anything
   * @returns `found` what was read; `weighed` to be told whether the password was right
   * @throws the problems `too-many` and `busy`
   */
  async signIn(call: Call, kind: SessionKind, mail: string, reading: ReadAlong | null = null): Promise<Weighing> {
    demandRoom();
    const { limits, devices, https } = this;
    const { cookie } = call.req.headers;
    const key = `${kind}:${mailKey(mail)}`;
    const caller = callerOf(call);
    const device = devices.known(cookie, kind, mail);
    const own: Try = device ? ['signInByDevice', `${device}|${key}`] : ['signInByPair', `${key}|${caller}`];
    const net: Try[] = device ? [] : [['signInByAddress', key, 'look']];
    const { counted, found } = await limits.countAndRead(reading, ['signInByCaller', caller], own, ...net);
    const [, tries = 0] = counted;
    const weighed = async (right: boolean): Promise<void> => {
      if (!right) {
        if (!device) await limits.waits(['signInByAddress', key]);
        return;
      }
      await limits.forgive(tries, ...own);
      devices.remember(call.res, cookie, kind, mail, https);
    };
    return { found, weighed };
  }

  /**
   * Counts a wish for a letter with a link to choose a new password. Nobody can block it for another: what one caller
   * asks too often is answered by the letters that are there; what many ask is put off, but not what a device asks that
   * was let in before.
   * @returns the seconds to put the letter off, or null when this caller has been sent enough
   */
  async reset(call: Call, kind: SessionKind, mail: string): Promise<number | null> {
    const { limits, devices } = this;
    const key = mailKey(mail);
    await limits.count(['resetByCaller', callerOf(call)]);
    const device = devices.known(call.req.headers.cookie, kind, mail);
    const [own = 0] = await limits.waits(['lettersByPair', `${key}|${device ?? callerOf(call)}`]);
    if (own > 0) return null;
    const [wide = 0] = await limits.waits(['lettersToMailbox', key]);
    if (device) return 0;
    return wide;
  }

  /** Counts a try at a link or code by caller. @throws the problems `too-many` and `busy` */
  async link(call: Call): Promise<void> {
    demandRoom();
    await this.limits.count(['codeByCaller', callerOf(call)]);
  }

  /** Counts a change of somebody's own password. @throws the problems `too-many` and `busy` */
  async ownPassword(kind: SessionKind, id: string): Promise<void> {
    demandRoom();
    await this.limits.count(['passwordByOwner', `${kind}:${id}`]);
  }
}
