/** Purpose: what both sign-ins, the site's and the desk's, have in common: what is asked, counted and remembered. */
import { mailKey } from '../../core/fields';
import { hashingFull } from '../accounts';
import type { SessionKind } from '../accounts';
import type { Try } from '../platform/limits';
import { problem } from '../platform/problem';
import { callerOf, type CallContext } from './context';

/** @throws the problem `form-faults`, naming what was left empty */
export function demandBoth({ mail, password }: { readonly mail: string; readonly password: string }): void {
  const faults = [
    ...(mail.trim() ? [] : [{ at: 'mail', label: 'Email', says: 'Write your address, as name@place.org.' }]),
    ...(password ? [] : [{ at: 'password', label: 'Password', says: 'Write your password.' }]),
  ];
  if (faults.length) throw problem('form-faults', { faults });
}

/** @throws the problem `busy` when more passwords wait to be weighed than may */
export function demandRoom(): void {
  if (hashingFull()) throw busy();
}

export const busy = () =>
  problem('busy', { wait: 3, detail: 'Many people are at the door just now. Nothing is lost; try again in a moment.' });

/**
 * Counts a try to sign in: by caller; for the address by device where it is known, else together with the caller. The
 * wide net of an address is looked at first and counts what has been wrong, so that tries which are refused already
 * cannot fill it.
 * @returns what to do once it is known whether the password was right
 * @throws the problems `too-many` and `busy`
 */
export async function countSignIn(
  context: CallContext,
  kind: SessionKind,
  mail: string,
): Promise<(right: boolean) => Promise<void>> {
  demandRoom();
  const { services, req, res } = context;
  const { limits, devices, config } = services;
  const key = `${kind}:${mailKey(mail)}`;
  const caller = callerOf(context);
  const device = devices.known(req.headers.cookie, kind, mail);
  const own: Try = device ? ['signInByDevice', `${device}|${key}`] : ['signInByPair', `${key}|${caller}`];
  const net: Try[] = device ? [] : [['signInByAddress', key, 'look']];
  const [, tries = 0] = await limits.count(['signInByCaller', caller], own, ...net);
  return async (right) => {
    if (!right) {
      if (!device) await limits.waits(['signInByAddress', key]);
      return;
    }
    await limits.forgive(tries, ...own);
    devices.remember(res, req.headers.cookie, kind, mail, config.secure);
  };
}

/**
 * Counts a wish for a letter with a link to choose a new password. Nobody can block it for another: what one caller
 * asks too often is answered by the letters that are there; what many ask is put off.
 * @returns the seconds to put the letter off, or null when this caller has been sent enough
 */
export async function resetWait(context: CallContext, kind: SessionKind, mail: string): Promise<number | null> {
  const { limits, devices } = context.services;
  const key = `${kind}:${mailKey(mail)}`;
  await limits.count(['resetByCaller', callerOf(context)]);
  const device = devices.known(context.req.headers.cookie, kind, mail);
  const [own = 0] = await limits.waits(['resetByPair', `${key}|${device ?? callerOf(context)}`]);
  if (own > 0) return null;
  const [wide = 0] = device ? [] : await limits.waits(['resetByAddress', key]);
  return wide;
}
