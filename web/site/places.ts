/** Purpose: asking the server for a place, with plain fetch so that the entry stays small. */
import type { SiteView } from '../../contract';
import { pageReader } from '../kit/reader';
import { siteSays } from '../../contract/site.sentences';

const says = () => siteSays(pageReader());

export type Fetched = SiteView | { elsewhere: string } | { trouble: string };

export async function fetchPlace(path: string): Promise<Fetched> {
  try {
    const response = await fetch(`/api/site/view?path=${encodeURIComponent(path)}`, {
      headers: { accept: 'application/json' },
    });
    if (response.ok) return (await response.json()) as SiteView | { elsewhere: string };
    const problem = (await response.json()) as { detail?: string; title?: string };
    return { trouble: problem.detail ?? `${problem.title ?? says().notFetched}.` };
  } catch {
    return { trouble: says().awayPage };
  }
}
