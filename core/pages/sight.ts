/**
 * Purpose: what one person sees of the whole site, for the viewpoint.
 */
import type { PagesSetup } from './setup';
import { explain, ruleOf, type Doors, type Trace } from '../doors';
import type { Facts } from '../facts';
import type { Instant, Reader } from '../kernel';
import { pagesSays } from './pages.sentences';
import { hrefOfPage } from './address';

export type PageSight = {
  readonly title: string;
  readonly href: string;
  readonly open: boolean;
  /** Whether anything shows to someone outside. */
  readonly outside: boolean;
  readonly because: Trace;
};

export function pagesSeen(facts: Facts, now: Instant, doors: Doors<PagesSetup>): PageSight[] {
  const { setup } = doors;
  return setup.doc.pages.map((page) => {
    const verdict = explain(ruleOf(page.door, setup), facts, now, setup);
    return {
      title: page.title,
      href: hrefOfPage(page, setup),
      open: verdict.open,
      outside: page.outside.view !== 'nothing',
      because: verdict.because,
    };
  });
}

/**
 * One sentence on what the person can open; `waiting` is said after it for an applicant.
 * Names the shorter side, so that the sentence stays short on a large site.
 */
export function sightSentence(pages: readonly PageSight[], waiting: string, reader: Reader): string {
  const says = pagesSays(reader);
  const open = pages.filter((page) => page.open);
  const shut = pages.filter((page) => !page.open);
  const told = { open: open.length, count: pages.length };
  const names = (list: readonly PageSight[]) => list.map((page) => page.title);
  const sentence =
    shut.length > 0 && open.length > 0 && open.length <= 3
      ? says.opensOnly({ ...told, pages: names(open) })
      : shut.length > 0 && shut.length <= 2
        ? says.opensBut({ ...told, pages: names(shut) })
        : says.opensAll(told);
  return waiting ? `${sentence} ${waiting}` : sentence;
}
