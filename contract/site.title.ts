/** What the document of a place is called: what needs another look comes first, since a title is read first. */
import type { ShellView } from './site';
import { siteSays } from './site.sentences';

type Named = {
  readonly place: { readonly title: string };
  readonly shell: Pick<ShellView, 'siteName' | 'locale' | 'wording'>;
};

/** @param wrong how many answers need another look */
export function siteTitle({ place, shell }: Named, wrong: number): string {
  const title = `${place.title} · ${shell.siteName}`;
  return wrong > 0 ? `${siteSays(shell).anotherLook({ count: wrong })} · ${title}` : title;
}
