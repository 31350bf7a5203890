/** Purpose: asking the server for a place, with plain fetch so that the entry stays small. */
import type { SiteView } from '../../contract';
import { loadWhole, newerBuild } from '../kit/build';
import { pageReader } from '../kit/reader';
import { siteSays } from '../../contract/site.sentences';

const says = () => siteSays(pageReader());

export type Fetched = SiteView | { elsewhere: string } | { trouble: string };

export async function fetchPlace(path: string): Promise<Fetched> {
  try {
    const response = await fetch(`/api/site/view?path=${encodeURIComponent(path)}`, {
      headers: { accept: 'application/json' },
    });
    const build = newerBuild(response);
    // The page is on its way out: whoever waits for this waits no longer.
    if (build && loadWhole(path, build)) return new Promise(() => undefined);
    if (response.ok) return (await response.json()) as SiteView | { elsewhere: string };
    const problem = (await response.json()) as { detail?: string; title?: string };
    return { trouble: problem.detail ?? `${problem.title ?? says().notFetched}.` };
  } catch {
    return { trouble: says().awayPage };
  }
}
