/** Purpose: who may send a form, and when: its window, the addresses it takes. */
import { sayDate, type Instant, type Place } from '../kernel';
import { addSpan, startOfDay } from '../kernel/calendar';
import { formsSays } from './forms.sentences';
import type { AnyForm } from './items';

/** Whether a form may be sent now; where it may not, a sentence that says since or until when. Both days are included. */
export function shutBecause(
  { opens, closes }: Pick<AnyForm, 'opens' | 'closes'>,
  now: Instant,
  place: Place,
): string | null {
  const from = opens ? startOfDay(opens, place.zone) : null;
  const last = closes ? startOfDay(closes, place.zone) : null;
  const says = formsSays(place);
  if (from !== null && now < from) return says.opensOn({ date: sayDate(from, place) });
  if (last !== null && now >= addSpan(last, { count: 1, unit: 'days' }, place.zone))
    return says.closedOn({ date: sayDate(last, place) });
  return null;
}

/** Whether a domain is that one or lies beneath it. */
const beneath = (domain: string, one: string): boolean => domain === one || domain.endsWith(`.${one}`);

/** Why an address is not taken by this form; null where it is. @param mail an address that reads as one */
export function addressFault({ domains }: Pick<AnyForm, 'domains'>, mail: string, place: Place): string | null {
  if (!domains) return null;
  const domain = mail.slice(mail.lastIndexOf('@') + 1).toLowerCase();
  const listed = domains.list.some((one) => beneath(domain, one.toLowerCase()));
  const says = formsSays(place);
  if (domains.take === 'only')
    return listed ? null : says.onlyAddresses({ domains: { either: domains.list.map((one) => `@${one}`) } });
  return listed ? says.notThatAddress({ domain: `@${domain}` }) : null;
}
