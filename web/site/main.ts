/** The site in a browser: takes over what the server rendered, then asks for each further place as data. */
import { watch } from 'vue';
import { createWebHistory, START_LOCATION } from 'vue-router';
import type { SiteView } from '../../contract';
import { siteTitle } from '../../contract/site.title';
import { keepFocus } from '../kit/focus';
import './site.css';
import { makeSite } from './app';
import { tellHeight } from './embedded';
import { readTyped } from './form/typed';
import { fetchPlace } from './places';

const withoutHash = ({ fullPath }: { readonly fullPath: string }): string => fullPath.split('#')[0]!;

async function main(): Promise<void> {
  const view = JSON.parse(document.getElementById('view')!.textContent!) as SiteView;
  readTyped();
  const { app, router, site } = makeSite(view, createWebHistory());
  router.beforeResolve(async (to, from) => {
    if (from === START_LOCATION) return true;
    // Within one place, from one page of a form to another; another query is another place.
    if (to.hash !== from.hash && withoutHash(to) === withoutHash(from)) return true;
    const fetched = await fetchPlace(withoutHash(to));
    if ('elsewhere' in fetched) return fetched.elsewhere;
    if ('trouble' in fetched) {
      site.trouble = fetched.trouble;
      return false;
    }
    site.trouble = null;
    site.view = fetched;
    return true;
  });
  router.afterEach((to, from) => {
    if (from === START_LOCATION || to.path === from.path) return;
    // A person who cannot see the change is taken to the new heading.
    requestAnimationFrame(() => document.querySelector<HTMLElement>('h1')?.focus({ preventScroll: true }));
  });
  await router.isReady();
  watch(
    () =>
      site.view &&
      siteTitle(
        site.view,
        [...site.wrong.values()].reduce((sum, one) => sum + one, 0),
      ),
    (title) => (document.title = title ?? document.title),
  );
  app.mount('#site');
  keepFocus();
  document.documentElement.classList.add('alive');
  if (view.path.startsWith('/embed/') && window.parent !== window) tellHeight();
}

void main();
