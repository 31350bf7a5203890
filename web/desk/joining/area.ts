import { desk } from '../base/calls';
import { reader } from '../base/reader';
import type { Area } from '../base/area';
import { setupState } from '../setup/areaState';
import { joiningSays } from './joining.sentences';

const says = joiningSays(reader);

export const joining: Area = {
  name: says.joining,
  path: '/desk/joining',
  key: 'j',
  needs: desk.setup.save,
  view: () => import('./FieldsView.vue'),
  parts: [
    { name: says.profileFields, path: '/desk/joining', view: () => import('./FieldsView.vue'), kind: 'field' },
    { name: says.signupForms, path: '/desk/joining/forms', view: () => import('./FormsView.vue'), kind: 'form' },
    { name: says.admissionPaths, path: '/desk/joining/paths', view: () => import('./PathsView.vue'), kind: 'path' },
  ],
  state: setupState('joining'),
  keys: [],
};
