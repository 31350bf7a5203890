import { desk } from '../base/calls';
import { reader } from '../base/reader';
import type { Area } from '../base/area';
import { setupState } from '../setup/areaState';
import { deskBoardsSay } from './boards.sentences';

const says = deskBoardsSay(reader);
const ofSetup = setupState('boards');

export const boards: Area = {
  name: says.boards,
  path: '/desk/boards',
  key: 'b',
  needs: desk.entries.list,
  view: () => import('./BoardsView.vue'),
  parts: [
    { name: says.boards, path: '/desk/boards', view: () => import('./BoardsView.vue'), kind: 'board' },
    { name: says.entries, path: '/desk/boards/entries', view: () => import('./EntriesView.vue') },
  ],
  state: (index, setup) =>
    index.entriesWaiting > 0
      ? { ...ofSetup(index, setup), flag: true, says: says.toLookAt({ count: index.entriesWaiting }) }
      : ofSetup(index, setup),
  keys: [],
};
