import type { Area } from '../area';
import { desk } from '../calls';
import { reader } from '../reader';
import { setupSays } from '../setup/setup.sentences';
import { settingsSays } from './settings.sentences';

const common = setupSays(reader);

export const settings: Area = {
  name: settingsSays(reader).settings,
  path: '/desk/settings',
  key: ',',
  needs: desk.setup.save,
  view: () => import('./SettingsView.vue'),
  state: (_, setup) => {
    const count = setup?.findings.filter(({ area }) => area === 'settings').length ?? 0;
    const draft = setup?.changes.some(({ area }) => area === 'settings') ?? false;
    return count > 0
      ? { flag: true, says: common.toFix({ count }), draft }
      : { flag: false, says: setup ? common.inOrder : '', draft };
  },
  keys: [],
};
