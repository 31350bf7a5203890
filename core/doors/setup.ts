/** Purpose: what doors add to the set-up, and what of one they read. */
import type { FactsSetup } from '../facts/setup';
import type { FieldsSetup } from '../fields/setup';
import { listKind, referencesAt, type SetupOf } from '../kernel';
import type { LevelsSetup } from '../levels/setup';
import type { SiteSetup } from '../site/setup';
import { DoorItem, referencesOfRule } from './rule';

export const doorKinds = {
  door: listKind({
    schema: DoorItem,
    list: 'doors',
    since: 1,
    area: 'site',
    references: (door) => referencesAt('rule', referencesOfRule(door.rule)),
  }),
};

/** What doors read of a set-up. */
export type DoorsSetup = SiteSetup &
  FactsSetup &
  FieldsSetup &
  LevelsSetup &
  SetupOf<typeof doorKinds> & {
    /** None can be set up yet: whoever asks for one asks for what does not exist. */
    readonly lessons: ReadonlyMap<string, { readonly title: string }>;
  };
