import { desk } from '../calls';
import { reader } from '../reader';
import type { Area } from '../area';
import { setupSays } from '../setup/setup.sentences';
import { deskSiteSays } from './site.sentences';

const says = deskSiteSays(reader);
const common = setupSays(reader);

export const site: Area = {
  name: says.site,
  path: '/desk/site',
  key: 's',
  needs: desk.setup.save,
  view: () => import('./PagesView.vue'),
  parts: [
    { name: says.pages, path: '/desk/site', view: () => import('./PagesView.vue'), kind: 'page' },
    { name: says.menus, path: '/desk/site/menus', view: () => import('./MenusView.vue'), kind: 'menu' },
    { name: says.look, path: '/desk/site/look', view: () => import('./LookView.vue') },
  ],
  state: (_, setup) => {
    const count = setup?.findings.filter(({ area }) => area === 'site').length ?? 0;
    const draft = setup?.changes.some(({ area }) => area === 'site') ?? false;
    return count > 0
      ? { flag: true, says: common.toFix({ count }), draft }
      : { flag: false, says: setup ? common.inOrder : '', draft };
  },
  keys: [],
};
