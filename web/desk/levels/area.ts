import { desk } from '../calls';
import { reader } from '../reader';
import type { Area } from '../area';
import { setupState } from '../setup/areaState';
import { deskLevelsSays } from './levels.sentences';

export const levels: Area = {
  name: deskLevelsSays(reader).levels,
  path: '/desk/levels',
  key: 'l',
  needs: desk.setup.save,
  view: () => import('./LevelsView.vue'),
  state: setupState('levels'),
  keys: [],
};
