import { desk } from '../base/calls';
import { reader } from '../base/reader';
import type { Area } from '../base/area';
import { setupState } from '../setup/areaState';
import { deskLevelsSays } from './levels.sentences';

const says = deskLevelsSays(reader);

export const levels: Area = {
  name: says.levels,
  path: '/desk/levels',
  key: 'l',
  needs: desk.setup.save,
  view: () => import('./LevelsView.vue'),
  parts: [
    { name: says.levels, path: '/desk/levels', view: () => import('./LevelsView.vue'), kind: 'level' },
    { name: says.groups, path: '/desk/levels/groups', view: () => import('./GroupsView.vue'), kind: 'group' },
    { name: says.codes, path: '/desk/levels/codes', view: () => import('./CodesView.vue'), kind: 'code' },
    { name: says.taking, path: '/desk/levels/taking', view: () => import('./TakingView.vue'), kind: 'money' },
  ],
  state: setupState('levels'),
  keys: [],
};
