/**
 * Purpose: every rule by which answers decide something on a path or a form, with the place that holds it. Whatever asks
 * about rules (references, the check-up) asks here, so that a new place for one is forgotten nowhere.
 */
import type { Rule } from '../doors/rule';
import type { AnyForm } from '../fields';
import type { Grant, PathItem } from './path';

export type PlacedRule = { readonly at: string; readonly rule: Rule };

const placed = (at: string, rule: Rule | undefined): PlacedRule[] => (rule ? [{ at, rule }] : []);

const ofGrants = (grants: readonly Grant[]): PlacedRule[] =>
  grants.flatMap(({ when }, at) => placed(`grants.${at}.when`, when));

export const rulesOfPath = ({ gates, turns = [], grants }: PathItem): PlacedRule[] => [
  ...gates.flatMap((gate, at) => [
    ...placed(`gates.${at}.when`, gate.when),
    ...(gate.kind === 'review'
      ? [...placed(`gates.${at}.admitIf`, gate.admitIf), ...placed(`gates.${at}.declineIf.when`, gate.declineIf?.when)]
      : []),
  ]),
  ...turns.flatMap(({ when }, at) => placed(`turns.${at}.when`, when)),
  ...ofGrants(grants),
];

/** What a form gives by its answers, and to whom it is put. */
export const rulesOfForm = ({ purpose }: AnyForm): PlacedRule[] =>
  purpose.is === 'followUp'
    ? [
        ...placed('purpose.audience', purpose.audience),
        ...ofGrants(purpose.grants).map(({ at, rule }) => ({ at: `purpose.${at}`, rule })),
      ]
    : [];
