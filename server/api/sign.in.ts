/** Purpose: what both sign-ins, the site's and the desk's, ask before anything is counted or looked up. */
import { problem } from '../platform/problem';

/** @throws the problem `form-faults`, naming what was left empty */
export function demandBoth({ mail, password }: { readonly mail: string; readonly password: string }): void {
  const faults = [
    ...(mail.trim() ? [] : [{ at: 'mail', label: 'Mail address', says: 'Write your mail address.' }]),
    ...(password ? [] : [{ at: 'password', label: 'Password', says: 'Write your password.' }]),
  ];
  if (faults.length) throw problem('form-faults', { faults });
}
