/** Purpose: what admission paths add to the set-up, and what of one joining reads. */
import { referencesOfGrants } from '../doors/grant';
import { referencesOfRule } from '../doors/rule';
import type { FormsSetup } from '../forms/setup';
import { listKind, referencesAt, type Reference, type SetupOf } from '../kernel';
import type { MessagesSetup } from '../messages/setup';
import { kindOf } from './gates';
import { PathItem } from './path';
import { rulesOfPath } from './rules';

export const pathKinds = {
  path: listKind({
    schema: PathItem,
    list: 'paths',
    since: 1,
    area: 'joining',
    references: (path): Reference[] => [
      ...(['admitted', 'declined', 'outOfTime', 'asked'] as const).map((name): Reference => ({
        at: name,
        kind: 'messages',
        id: path[name],
      })),
      { at: 'landing', kind: 'pages', id: path.landing },
      ...path.gates.flatMap((gate, at) =>
        referencesAt(`gates.${at}`, [
          ...kindOf(gate)
            .messages(gate)
            .map((named): Reference => ({ at: named.at, kind: 'messages', id: named.message })),
          ...kindOf(gate).references(gate),
        ]),
      ),
      ...rulesOfPath(path).flatMap(({ at, rule }) => referencesAt(at, referencesOfRule(rule))),
      ...(path.turns ?? []).flatMap((turn, at): Reference[] =>
        'to' in turn ? [{ at: `turns.${at}`, kind: 'paths', id: turn.to }] : [],
      ),
      ...referencesOfGrants(path.grants),
    ],
  }),
};

export type JoiningSetup = FormsSetup & MessagesSetup & SetupOf<typeof pathKinds>;
