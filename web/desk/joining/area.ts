import { desk } from '../calls';
import { reader } from '../reader';
import type { Area } from '../area';
import { setupSays } from '../setup/setup.sentences';
import { joiningSays } from './joining.sentences';

const says = joiningSays(reader);
const common = setupSays(reader);

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
  state: (_, setup) => {
    const count = setup?.findings.filter(({ area }) => area === 'joining').length ?? 0;
    const draft = setup?.changes.some(({ area }) => area === 'joining') ?? false;
    return count > 0
      ? { flag: true, says: common.toFix({ count }), draft }
      : { flag: false, says: setup ? common.inOrder : '', draft };
  },
  keys: [],
};
