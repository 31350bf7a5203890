/** The site rendered on the server: a view in, its HTML out. */
import { createMemoryHistory } from 'vue-router';
import { renderToString } from 'vue/server-renderer';
import type { SiteView } from '../../contract';
import { makeSite } from './app';

export async function render(view: SiteView): Promise<string> {
  const { app, router } = makeSite(view, createMemoryHistory());
  await router.push(view.path);
  await router.isReady();
  return renderToString(app);
}
