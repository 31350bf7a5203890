/** Purpose: what levels add to the set-up. */
import { listKind, type LooseItem, type SetupOf } from '../kernel';
import { LevelItem } from './level';

export const levelKinds = {
  level: listKind({
    schema: LevelItem,
    list: 'levels',
    since: 1,
    area: 'levels',
    references: () => [],
    money: ({ prices, tax }) => {
      const paid = Array.isArray(prices) ? (prices as LooseItem[]).filter(({ kind }) => kind !== 'free') : [];
      return paid.length || tax !== undefined ? { paid, tax } : null;
    },
  }),
};

export type LevelsSetup = SetupOf<typeof levelKinds>;
