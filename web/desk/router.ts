/** Purpose: the desk's addresses. One folder an area; an area stands here once it exists. */
import { createRouter, createWebHistory } from 'vue-router';

export type Area = { readonly name: string; readonly path: string; readonly key: string };
export const areas: readonly Area[] = [
  { name: 'Today', path: '/desk', key: 't' },
  { name: 'Members', path: '/desk/members', key: 'm' },
];

export const makeRouter = () =>
  createRouter({
    history: createWebHistory(),
    routes: [
      { path: '/desk', component: () => import('./today/TodayView.vue'), meta: { title: 'Today' } },
      { path: '/desk/members', component: () => import('./members/MembersView.vue'), meta: { title: 'Members' } },
      { path: '/desk/account', component: () => import('./account/AccountView.vue'), meta: { title: 'Your account' } },
      { path: '/desk/:rest(.*)', component: () => import('./frame/NoSuchPage.vue'), meta: { title: 'No such page' } },
    ],
  });
