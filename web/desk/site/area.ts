import { desk } from '../base/calls';
import { reader } from '../base/reader';
import type { Area } from '../base/area';
import { setupState } from '../setup/areaState';
import { deskSiteSays } from './site.sentences';

const says = deskSiteSays(reader);

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
  state: setupState('site'),
  keys: [],
};
