/** Purpose: what boards add to the set-up, and what of one they read. */
import { referencesOfOutside } from '../doors/outside';
import { referencesOfDoor } from '../doors/rule';
import type { JoiningSetup } from '../joining/setup';
import { listKind, referencesAt, referencesOfWords, type Reference, type SetupOf } from '../kernel';
import { BoardItem, boardLetters, type BoardField } from './items';

const fills = (fields: readonly BoardField[], place: string): Reference[] =>
  fields.flatMap(({ fills: id }, at): Reference[] => (id ? [{ at: `${place}.${at}.fills`, kind: 'fields', id }] : []));

export const boardKinds = {
  board: listKind({
    schema: BoardItem,
    list: 'boards',
    since: 9,
    area: 'boards',
    references: (board): Reference[] => [
      ...referencesOfWords('intro', board.intro),
      ...fills(board.fields, 'fields'),
      ...referencesAt('read', referencesOfDoor(board.read)),
      ...referencesAt('readOutside', referencesOfOutside(board.readOutside)).map(({ at, ...rest }) => ({
        ...rest,
        at: at.replace(/^readOutside\.outside/, 'readOutside'),
      })),
      ...referencesAt('post', referencesOfDoor(board.post)),
      ...(board.reply
        ? [
            ...referencesAt('reply.door', referencesOfDoor(board.reply.door)),
            ...(board.reply.letter ? [{ at: 'reply.letter', kind: 'messages', id: board.reply.letter } as const] : []),
            ...fills(board.reply.fields, 'reply.fields'),
          ]
        : []),
      ...(board.keepers ? [{ at: 'keepers', kind: 'groups', id: board.keepers } as const] : []),
      ...board.mostAt.map(({ level }, at): Reference => ({ at: `mostAt.${at}`, kind: 'levels', id: level })),
      ...board.states.flatMap(({ letter }, at): Reference[] =>
        letter ? [{ at: `states.${at}.letter`, kind: 'messages', id: letter }] : [],
      ),
      ...boardLetters.flatMap((name): Reference[] => {
        const id = board.letters[name];
        return id ? [{ at: `letters.${name}`, kind: 'messages', id }] : [];
      }),
    ],
  }),
};

/** Indexes beside the items themselves. */
type BoardsByAddress = { readonly boardByAddress: ReadonlyMap<string, BoardItem> };

export type BoardsSetup = JoiningSetup & SetupOf<typeof boardKinds> & BoardsByAddress;

/** Where two share an address the first stands at it; the check-up says so. */
export const boardsByAddress = (boards: readonly BoardItem[]): BoardsByAddress => ({
  boardByAddress: new Map(
    [...boards]
      .reverse()
      .filter(({ retired }) => !retired)
      .map((board) => [board.address, board]),
  ),
});
