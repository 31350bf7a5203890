/** Purpose: the desk's addresses. One folder an area; an area stands here once it exists. */
import { createRouter, createWebHistory } from 'vue-router';

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
