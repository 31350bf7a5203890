import type { Area } from '../base/area';
import { desk } from '../base/calls';
import { reader } from '../base/reader';
import { setupSays } from '../setup/setup.sentences';
import { staffSays } from './staff.sentences';
import { madeUpSays } from './madeUp.sentences';
import { settingsSays } from './settings.sentences';

const common = setupSays(reader);

export const settings: Area = {
  name: settingsSays(reader).settings,
  path: '/desk/settings',
  key: ',',
  needs: desk.setup.save,
  view: () => import('./SettingsView.vue'),
  parts: [
    {
      name: settingsSays(reader).theSite,
      path: '/desk/settings',
      view: () => import('./SettingsView.vue'),
      kind: 'site',
    },
    { name: madeUpSays(reader).madeUp, path: '/desk/settings/made-up', view: () => import('./MadeUpView.vue') },
    { name: staffSays(reader).staff, path: '/desk/settings/staff', view: () => import('./StaffView.vue') },
  ],
  state: (_, setup) => {
    const count = setup?.findings.filter(({ area }) => area === 'settings').length ?? 0;
    const draft = setup?.changes.some(({ area }) => area === 'settings') ?? false;
    return count > 0
      ? { flag: true, says: common.toFix({ count }), draft }
      : { flag: false, says: setup ? common.inOrder : '', draft };
  },
  keys: [],
};
