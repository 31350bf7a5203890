/** Purpose: the place where the site is searched. */
import { searchPages, termsOf } from '../../core/pages';
import type { Places } from './places';
import { siteSays } from './site.sentences';

/** More than anybody types to find a page. */
const LONGEST = 200;

export const searchPlaces: Places = {
  search: ({ rest, query, looker, live }) => {
    if (rest !== undefined) return null;
    const { setup, doors } = live;
    const says = siteSays(setup.doc.site);
    const question = (query('q') ?? '').slice(0, LONGEST);
    const { count, found } = searchPages(question, doors.prepare(looker.facts, looker.now), doors);
    return {
      kind: 'search',
      title: says.search,
      question,
      says: termsOf(question).length === 0 ? '' : count === 0 ? says.foundNothing : says.foundPages({ count }),
      found: found.map(({ title, href, says: text }) => ({ title: [...title], href, says: [...text] })),
    };
  },
};
