/** Purpose: to whom follow-up forms are put. */
import { compile, layoutOf, prepare } from '../doors';
import type { Facts } from '../facts';
import type { FormItem } from '../fields';
import type { Instant } from '../kernel';
import type { Setup } from '../setup';
import { windowOf } from './entrance';

export type FollowUp = FormItem & { readonly purpose: Extract<FormItem['purpose'], { is: 'followUp' }> };

export const isFollowUp = (form: FormItem): form is FollowUp => form.purpose.is === 'followUp';

/** Whether somebody is among those to whom a form is put. */
export function isAudience({ purpose }: FollowUp, facts: Facts, now: Instant, setup: Setup): boolean {
  if (facts.member === null) return false;
  const layout = layoutOf(setup);
  return compile(purpose.audience, layout, setup)(prepare(layout, facts, now));
}

/** The follow-up forms put to somebody now, in the order of the set-up, whether they have sent them or not. */
export const followUpsFor = (facts: Facts, now: Instant, setup: Setup): FollowUp[] =>
  setup.doc.forms.filter(
    (form): form is FollowUp =>
      isFollowUp(form) &&
      !form.retired &&
      windowOf(form, now, setup.doc.site) === null &&
      isAudience(form, facts, now, setup),
  );
