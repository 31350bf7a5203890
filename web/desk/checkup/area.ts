import { desk } from '../base/calls';
import { reader } from '../base/reader';
import type { Area } from '../base/area';
import { setupSays } from '../setup/setup.sentences';
import { checkupSays } from './checkup.sentences';

const says = checkupSays(reader);
const common = setupSays(reader);

export const checkup: Area = {
  name: says.checkup,
  path: '/desk/check-up',
  key: 'c',
  needs: desk.setup.draft,
  view: () => import('./CheckupView.vue'),
  state: (_, setup) => {
    const count = setup?.findings.length ?? 0;
    return count > 0
      ? { flag: true, says: common.toFix({ count }) }
      : { flag: false, says: setup ? common.inOrder : '' };
  },
  keys: [],
};
