/**
 * Purpose: every rule by which answers decide something on a path, with the place that holds it. Whatever asks about rules
 * (references, the check-up) asks here, so that a new place for one is forgotten nowhere.
 */
import { placedRule, rulesOfGrants, type PlacedRule } from '../doors/grant';
import { kindOf } from './gates';
import type { PathItem } from './path';

export const rulesOfPath = ({ gates, turns = [], grants }: PathItem): PlacedRule[] => [
  ...gates.flatMap((gate, at) => [
    ...placedRule(`gates.${at}.when`, gate.when),
    ...kindOf(gate)
      .rules(gate)
      .map((own) => ({ ...own, at: `gates.${at}.${own.at}` })),
  ]),
  ...turns.flatMap(({ when }, at) => placedRule(`turns.${at}.when`, when)),
  ...rulesOfGrants(grants),
];
