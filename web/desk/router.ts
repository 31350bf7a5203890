/** Purpose: the desk's addresses: the areas', and the few that are no area. */
import { createRouter, createWebHistory } from 'vue-router';
import { reader } from './base/reader';
import { areas } from './areas';
import { frameSays } from './frame/frame.sentences';

const says = frameSays(reader);

export const makeRouter = () =>
  createRouter({
    history: createWebHistory(),
    routes: [
      ...areas.flatMap(({ name, path, view, parts }) => [
        ...(parts ? [] : [{ path, component: view, meta: { title: name } }]),
        ...(parts ?? []).flatMap((part) => [
          { path: part.path, component: part.view, meta: { title: name } },
          ...(part.path === path ? [] : [{ path: `${part.path}/:id`, component: part.view, meta: { title: name } }]),
        ]),
      ]),
      {
        path: '/desk/account',
        component: () => import('./account/AccountView.vue'),
        meta: { title: says.yourAccount },
      },
      { path: '/desk/:rest(.*)', component: () => import('./frame/NoSuchPage.vue'), meta: { title: says.noSuchPage } },
    ],
  });
