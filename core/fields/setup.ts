/** Purpose: what profile fields add to the set-up. */
import { listKind, referencesOfWords, type Reference, type SetupOf } from '../kernel';
import { FieldItem } from './items';

export const fieldItemKinds = {
  field: listKind({
    schema: FieldItem,
    list: 'fields',
    since: 1,
    area: 'joining',
    references: ({ about, of }): Reference[] => [
      ...(of.kind === 'computed' ? referencesOfWords('of', of.of) : []),
      ...(about?.levels ?? []).map((id, at): Reference => ({ at: `about.levels.${at}`, kind: 'levels', id })),
      ...(about?.groups ?? []).map((id, at): Reference => ({ at: `about.groups.${at}`, kind: 'groups', id })),
    ],
  }),
};

export type FieldsSetup = SetupOf<typeof fieldItemKinds>;
