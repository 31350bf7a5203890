/**
 * Purpose: every rule by which answers decide something on a form, with the place that holds it. Whatever asks about rules
 * (references, the check-up) asks here, so that a new place for one is forgotten nowhere.
 */
import { placedRule, rulesOfGrants, type PlacedRule } from '../doors/grant';
import type { AnyForm } from './items';

/** What a form gives by its answers, and to whom it is put. */
export const rulesOfForm = ({ purpose }: AnyForm): PlacedRule[] =>
  purpose.is === 'followUp'
    ? [
        ...placedRule('purpose.audience', purpose.audience),
        ...rulesOfGrants(purpose.grants).map(({ at, rule }) => ({ at: `purpose.${at}`, rule })),
      ]
    : [];
