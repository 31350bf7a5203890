/**
 * Purpose: what becomes of somebody on a path if nobody does anything, by the very function that decides it: a made-up
 * person sends the form today, and the clock is let run.
 */
import { advance, comingOf, kindOf, unsent, type PathItem } from '../../../core/joining';
import {
  DAY,
  sayDayMonth,
  type ApplicationId,
  type Instant,
  type MemberId,
  type AnyFormId,
} from '../../../core/kernel';
import type { Setup } from '../../../core/setup';
import { reader } from '../base/reader';
import { joiningSays } from './joining.sentences';

const says = joiningSays(reader);
const YEAR = 365 * DAY;

export type Foretold = { readonly day: string; readonly says: string };

/** @param confirmed whether the person does confirm the address, and nobody does anything afterwards */
export function foretell(path: PathItem, setup: Setup, now: Instant, confirmed: boolean): Foretold[] {
  const { site } = setup.doc;
  const blank = unsent({
    id: 'made-up' as ApplicationId,
    member: 'made-up' as MemberId,
    form: 'made-up' as AnyFormId,
    revision: 0,
    path: path.id,
    answers: { name: '', mail: '', fields: {}, topics: [] },
    submittedAt: now,
  });
  const day = (at: Instant) => sayDayMonth(at, site);
  const sent = advance(path, blank, { it: 'submitted' }, now, setup);
  if (!sent.ok) return [];
  const lines: Foretold[] = [{ day: day(now), says: says.signsUp }];
  let { application } = sent.value;
  if (application.state === 'admitted') return [...lines, { day: day(now), says: says.inAtOnce }];
  if (confirmed && application.detail && kindOf(application.detail).proves) {
    const opened = advance(path, application, { it: 'linkOpened', serial: 1 }, now, setup);
    if (opened.ok) {
      lines.push({ day: day(now), says: says.confirms });
      application = opened.value.application;
    }
  }
  if (application.state === 'admitted') return [...lines, { day: day(now), says: says.inAtOnce }];
  const coming = comingOf(path, application, now + YEAR, setup);
  return [...lines, ...coming.map(({ at, what }) => ({ day: day(at), says: says[what] }))];
}
