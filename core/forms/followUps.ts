/** Purpose: to whom follow-up forms are put. */
import type { Doors, Prepared } from '../doors';
import { shutBecause } from './entrance';
import type { AnyForm } from './items';
import type { FormsSetup } from './setup';

export type FollowUp = AnyForm & { readonly purpose: Extract<AnyForm['purpose'], { is: 'followUp' }> };

export const isFollowUp = (form: AnyForm): form is FollowUp => form.purpose.is === 'followUp';

/** Whether somebody is among those to whom a form is put. */
export const isAudience = ({ purpose }: FollowUp, person: Prepared, doors: Doors<FormsSetup>): boolean =>
  person.facts.member !== null && doors.meets(purpose.audience)(person);

/** The follow-up forms put to somebody now, in the order of the set-up, whether they have sent them or not. */
export const followUpsFor = (person: Prepared, doors: Doors<FormsSetup>): FollowUp[] =>
  doors.setup.doc.forms.filter(
    (form): form is FollowUp =>
      isFollowUp(form) &&
      !form.retired &&
      isAudience(form, person, doors) &&
      shutBecause(form, person.now, doors.setup.doc.site) === null,
  );
