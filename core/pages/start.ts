/** Purpose: the page somebody begins at after signing in, where they wanted nothing in particular. */
import { currentTerm, type Facts } from '../facts';
import { explain, ruleOf } from '../doors';
import type { Instant } from '../kernel';
import type { PagesSetup } from './setup';
import { hrefOfPage } from './address';

/**
 * The first start page set up for a level they hold now or a group they are in, that lets them in.
 * @returns its address; null where none is theirs
 */
export function startPage(facts: Facts, now: Instant, setup: PagesSetup): string | null {
  const level = currentTerm(facts, now)?.level;
  for (const start of setup.doc.site.starts ?? []) {
    const page = setup.pages.get(start.page);
    const theirs = 'level' in start ? start.level === level : facts.groups.includes(start.group);
    if (theirs && page && explain(ruleOf(page.door, setup), facts, now, setup).open) return hrefOfPage(page, setup);
  }
  return null;
}
