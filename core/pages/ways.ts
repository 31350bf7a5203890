/** Purpose: the ways through a shut door as sentences for whoever stands before it. */
import { type Prepared, type Rule } from '../doors';
import { waysIn, type WayIn } from '../joining';
import { lastTerm, type Facts } from '../facts';
import { never, sayDate, type PathId } from '../kernel';
import { sayPrices } from '../levels';
import type { PagesSetup } from './setup';
import { pagesSays } from './pages.sentences';
import type { WayView } from './view';

/**
 * The ways through a shut door, told to the person, of several levels the cheapest. The first is the one to offer largest.
 * @param back the address to come back to after signing in
 * @param full the forms whose places are all taken
 */
export function sayWays(
  rule: Rule,
  back: string,
  person: Prepared,
  setup: PagesSetup,
  path: PathId | null,
  full?: ReadonlySet<string>,
): WayView[] {
  const ways = waysIn(rule, person.facts, person.now, setup, path, full);
  const next = encodeURIComponent(back);
  const cheapest = ways.find((way) => way.by === 'changeLevel');
  return ways
    .filter((way) => way.by !== 'changeLevel' || way === cheapest)
    .map((way) => sayWay(way, person.facts, next, setup));
}

function sayWay(way: WayIn, facts: Facts, next: string, setup: PagesSetup): WayView {
  const site = setup.doc.site;
  const says = pagesSays(site);
  const level = (id: string) => setup.levels.get(id);
  const { card, transfer } = setup.doc.money;
  // Where money is taken, nobody need write.
  const paid = card || transfer !== undefined;
  const write = `mailto:${site.replyTo}`;
  switch (way.by) {
    case 'signIn':
      return {
        label: says.signIn,
        href: `/sign-in?next=${next}`,
        says: says.signInToRead,
      };
    case 'join': {
      const form = setup.forms.get(way.form)!;
      const gives = way.level ? level(way.level) : undefined;
      return {
        label: form.title,
        href: `/join/${form.address}`,
        says: gives ? says.joiningAs({ level: gives.title, price: sayPrices(gives, site) }) : says.joining,
      };
    }
    case 'finish':
      return {
        label: says.yourApplication,
        href: '/joining',
        says: says.onItsWay,
      };
    case 'comeBack':
      return { label: says.endPause, href: '/account', says: says.whilePaused };
    case 'wait':
      return { label: says.writeToUs, href: write, says: says.opensOn({ date: sayDate(way.at, site) }) };
    case 'ask':
      return { label: says.writeToUs, href: write, says: says.ask };
    case 'renew': {
      const last = lastTerm(facts);
      const item = level(way.level);
      const renew = item ? says.renewFor({ price: sayPrices(item, site) }) : says.renew;
      return {
        label: paid ? says.payToRenew : says.writeToRenew,
        href: paid ? '/pay' : write,
        says: last?.until ? says.ended({ level: item?.title ?? '', date: sayDate(last.until, site), renew }) : renew,
      };
    }
    case 'changeLevel': {
      const item = level(way.level)!;
      return {
        label: paid ? says.becomeLevel({ level: item.title }) : says.writeAbout({ level: item.title }),
        href: paid ? '/pay' : write,
        says: says.asLevel({ level: item.title, price: sayPrices(item, site) }),
      };
    }
    default:
      return never(way);
  }
}
