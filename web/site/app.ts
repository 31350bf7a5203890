/** Purpose: the site's application, made afresh for each request on the server and once in a browser. */
import { createPinia } from 'pinia';
import { createSSRApp } from 'vue';
import { createRouter, type RouterHistory } from 'vue-router';
import type { SiteView } from '../../contract';
import { readerKey } from '../kit/reader';
import Place from './Place.vue';
import Shell from './Shell.vue';
import { useSite } from './store';

export function makeSite(view: SiteView, history: RouterHistory) {
  const app = createSSRApp(Shell);
  const pinia = createPinia();
  const router = createRouter({
    history,
    routes: [{ path: '/:path(.*)*', component: Place }],
    scrollBehavior: (_to, _from, saved) => saved ?? { top: 0 },
  });
  app.use(pinia).use(router).provide(readerKey, { locale: view.shell.locale, wording: view.shell.wording });
  const site = useSite(pinia);
  site.view = view;
  return { app, router, site };
}
