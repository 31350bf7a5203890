/**
 * Purpose: what one person sees of the whole site, for the viewpoint.
 */
import { explain, ruleOf, type Doors, type Trace } from '../doors';
import type { Facts } from '../facts';
import { countOf, listed, type Instant } from '../kernel';
import { hrefOfPage } from './resolve';

export type PageSight = {
  readonly title: string;
  readonly href: string;
  readonly open: boolean;
  /** Whether anything shows to someone outside. */
  readonly outside: boolean;
  readonly because: Trace;
};

export function pagesSeen(facts: Facts, now: Instant, doors: Doors): PageSight[] {
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
export function sightSentence(pages: readonly PageSight[], waiting: string): string {
  const open = pages.filter((page) => page.open);
  const shut = pages.filter((page) => !page.open);
  const count = `Opens ${open.length} of ${countOf(pages.length, 'page')}`;
  const names = (list: readonly PageSight[]) => listed(list.map((page) => page.title));
  const more =
    shut.length === 0
      ? ''
      : open.length > 0 && open.length <= 3
        ? `: ${names(open)}`
        : shut.length <= 2
          ? `, all but ${names(shut)}`
          : '';
  return `${count}${more}.${waiting ? ` ${waiting}` : ''}`;
}
