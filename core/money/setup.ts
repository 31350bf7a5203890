/** Purpose: what money adds to the set-up: how it is taken, and codes that make something cheaper. */
import { listKind, singleKind, type Reference } from '../kernel';
import { CodeItem } from './codes';
import { MoneyItem } from './settings';

export const moneyKinds = {
  code: listKind({
    schema: CodeItem,
    list: 'codes',
    since: 7,
    area: 'levels',
    references: ({ levels = [] }): Reference[] =>
      levels.map((id, at): Reference => ({ at: `levels.${at}`, kind: 'levels', id })),
    money: (body) => body,
  }),
  money: singleKind({
    schema: MoneyItem,
    area: 'levels',
    references: ({ letters }): Reference[] =>
      Object.entries(letters).flatMap(([at, id]) => (id ? [{ at: `letters.${at}`, kind: 'messages', id }] : [])),
    // Which letter is written is a matter of words.
    money: ({ letters: _letters, ...rest }) => rest,
  }),
};
