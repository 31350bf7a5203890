/** Purpose: doors that let in or keep out others than they seem to: visitors, those who begin there, whoever is led on. */
import { conditionsOf, doorsOf, explain, ruleOf, type Condition, type DoorUse, type Rule } from '../doors';
import { alwaysOrNever, isCondition, childrenOf } from '../doors';
import { visitorFacts, type Facts } from '../facts';
import { windowOf as daysOf } from '../doors/conditions/days';
import { shutBecause } from '../forms';
import { DAY, type MemberId } from '../kernel';
import { dayNumber } from '../kernel/calendar';
import { addSpan } from '../kernel/calendar';
import { isRepeated } from '../levels';
import { blockKindOf, itemsWithin, type PageItem } from '../pages';
import { titleIn } from '../lines';
import type { ItemKind, Setup } from '../setup';
import { checkupSays } from './checkup.sentences';
import type { Check, Found, World } from './finding';

type Words = Pick<Found, 'says' | 'why' | 'mend'>;
const found = (kind: ItemKind, id: string, at: string, grave: Found['grave'], words: Words, blocks = false): Found => ({
  kind,
  id,
  at,
  grave,
  blocks,
  ...words,
});
const shown = ({ doc }: Setup): readonly PageItem[] => doc.pages.filter(({ retired }) => !retired);
const letsIn = (use: DoorUse, facts: Facts, setup: Setup, { now }: World): boolean => {
  const doors = doorsOf(setup);
  return doors.predicate(use)(doors.prepare(facts, now));
};
const ownRule = (use: DoorUse): Rule | null => ('rule' in use ? use.rule : null);

/** The rules that pages have of their own, and those of named doors. */
function ruled(setup: Setup): { kind: 'page' | 'door'; id: string; at: string; rule: Rule; where: string }[] {
  const says = checkupSays(setup.doc.site);
  return [
    ...setup.doc.doors.flatMap(({ id, title, rule, retired }) =>
      retired ? [] : [{ kind: 'door' as const, id, at: 'rule', rule, where: says.doorOf({ door: title }) }],
    ),
    ...shown(setup).flatMap(({ id, title, door }) => {
      const rule = ownRule(door);
      return rule ? [{ kind: 'page' as const, id, at: 'door', rule, where: says.doorOfPage({ page: title }) }] : [];
    }),
  ];
}

/** A rule that asks nothing: it is open to everybody, or to nobody, by its shape. */
export const emptyRule: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  return ruled(setup).flatMap(({ kind, id, at, rule, where }): Found[] => {
    if (conditionsOf(rule).length > 0) return [];
    const opens = 'any' in rule ? says.toNobody : says.toEverybody;
    const words = { says: says.emptyRule({ where, opens }), why: says.emptyRuleWhy, mend: says.emptyRuleMend };
    return [found(kind, id, at, 'stops', words)];
  });
};

const ASKS_OF_PEOPLE: ReadonlySet<Condition['fact']> = new Set<Condition['fact']>([
  'standing',
  'level',
  'group',
  'field',
  'mailDomain',
  'paidFor',
  'admittedFor',
  'lessonDone',
]);

/** A door that asks something of people, and that visitors pass, since they have nothing of it. */
export const visitorsToo: Check = (setup, world) => {
  const says = checkupSays(setup.doc.site);
  const doors = doorsOf(setup);
  const visitor = doors.prepare(visitorFacts, world.now);
  // Of blocks and items in a menu it is often meant; a whole page is open to the world by it.
  return shown(setup).flatMap((page): Found[] => {
    const rule = ruleOf(page.door, setup);
    const where = says.doorOfPage({ page: page.title });
    const conditions = conditionsOf(rule);
    if (!conditions.some(({ fact }) => ASKS_OF_PEOPLE.has(fact)) || !doors.meets(rule)(visitor)) return [];
    // Whoever asks whether somebody is signed in has thought of visitors.
    if (conditions.some(({ fact }) => fact === 'signedIn')) return [];
    if (alwaysOrNever(rule, setup, world.now) === 'always') return [];
    const words = { says: says.visitorsToo({ where }), why: says.visitorsTooWhy, mend: says.visitorsTooMend };
    return [found('page', page.id, 'door', 'stops', words)];
  });
};

/** The page at the address of the site itself, shut to whoever comes there first. */
export const homeShut: Check = (setup, world) => {
  const says = checkupSays(setup.doc.site);
  const home = setup.pages.get(setup.doc.site.home);
  if (!home || letsIn(home.door, visitorFacts, setup, world)) return [];
  const named = { page: home.title };
  const words = { says: says.homeShut(named), why: says.homeShutWhy, mend: says.homeShutMend };
  return [found('page', home.id, 'door', 'stops', words)];
};

/** A start page that keeps out those who are to begin there. */
export const startShut: Check = (setup, world) => {
  const says = checkupSays(setup.doc.site);
  return (setup.doc.site.starts ?? []).flatMap((start, at): Found[] => {
    const page = setup.pages.get(start.page);
    const member: Facts = {
      ...visitorFacts,
      member: 'somebody-who-is-in-' as MemberId,
      standing: 'admitted',
      standingSince: world.now,
      joinedAt: world.now - DAY,
      admittedAt: world.now - DAY,
      terms: 'level' in start ? [{ level: start.level, from: world.now - DAY, until: null }] : [],
      groups: 'group' in start ? [start.group] : [],
    };
    if (!page || explain(ruleOf(page.door, setup), member, world.now, setup).open) return [];
    // What else the door asks, some of them may have.
    if (alwaysOrNever({ all: [ruleOf(page.door, setup), ofStart(start)] }, setup, world.now) !== 'never') return [];
    const whom = 'level' in start ? titleIn('levels', start.level, setup) : titleIn('groups', start.group, setup);
    const named = { page: page.title, whom };
    const words = { says: says.startShut(named), why: says.startShutWhy(named), mend: says.startShutMend };
    return [found('site', 'site', `starts.${at}`, 'loses', words)];
  });
};
type Start = NonNullable<Setup['doc']['site']['starts']>[number];
const ofStart = (start: Start): Rule =>
  'level' in start ? { fact: 'level', is: [start.level], when: 'now' } : { fact: 'group', is: [start.group] };

/** Pages that lead those shut out round and back to where they came from. */
export const roundAndRound: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  const next = (page: PageItem | undefined) =>
    page?.outside.view === 'otherPage' ? setup.pages.get(page.outside.page) : undefined;
  return shown(setup).flatMap((page): Found[] => {
    const been = new Set<string>();
    for (let at = next(page); at && !been.has(at.id); at = next(at)) {
      if (at.id === page.id) {
        const named = { page: page.title, other: next(page)!.title };
        const words = { says: says.round(named), why: says.roundWhy(named), mend: says.roundMend };
        return [found('page', page.id, 'outside', 'stops', words, true)];
      }
      been.add(at.id);
    }
    return [];
  });
};

/** A shut page all of which those outside see as well. */
export const allOutside: Check = (setup, world) => {
  const says = checkupSays(setup.doc.site);
  return shown(setup).flatMap((page): Found[] => {
    if (page.outside.view !== 'openBlocks' || page.blocks.length === 0) return [];
    if (letsIn(page.door, visitorFacts, setup, world) || !page.blocks.every(({ outsideToo }) => outsideToo)) return [];
    const named = { page: page.title };
    const words = { says: says.allOutside(named), why: says.allOutsideWhy, mend: says.allOutsideMend };
    return [found('page', page.id, 'outside', 'stops', words)];
  });
};

/** Something that leads to a form that its readers cannot send: it is closed, or by invitation alone. */
export const ledToShutForm: Check = (setup, { now }) => {
  const says = checkupSays(setup.doc.site);
  const shut = (id: string): string | null => {
    const form = setup.forms.get(id);
    if (!form || form.retired || form.purpose.is !== 'signup') return null;
    if (form.invited) return says.byInvitation;
    const opensLater =
      form.opens !== undefined && shutBecause({ opens: form.opens, closes: undefined }, now, setup.doc.site);
    return opensLater ? null : shutBecause(form, now, setup.doc.site) ? says.isClosed : null;
  };
  const told = (kind: ItemKind, id: string, at: string, form: string, where: string): Found[] => {
    const because = shut(form);
    if (!because) return [];
    const named = { where, form: titleIn('forms', form, setup), because };
    const words = { says: says.ledToShut(named), why: says.ledToShutWhy(named), mend: says.ledToShutMend };
    return [found(kind, id, at, 'loses', words)];
  };
  const { doc } = setup;
  return [
    ...(doc.site.joinBy ? told('site', 'site', 'joinBy', doc.site.joinBy, says.theJoinButton) : []),
    ...doc.menus.flatMap((menu) =>
      menu.retired
        ? []
        : itemsWithin(menu).flatMap(({ at, item }) =>
            'form' in item.to ? told('menu', menu.id, at, item.to.form, menu.title) : [],
          ),
    ),
    ...shown(setup).flatMap((page) =>
      page.blocks.flatMap((block, at) =>
        blockKindOf(block)
          .references(block)
          .flatMap((one) => (one.kind === 'forms' ? told('page', page.id, `blocks.${at}`, one.id, page.title) : [])),
      ),
    ),
  ];
};

/** The rules of doors, with where they hang, of which a part can never hold any more. */
export const deadCondition: Check = (setup, world) => {
  const says = checkupSays(setup.doc.site);
  return ruled(setup).flatMap(({ kind, id, at, rule, where }) =>
    inForce(rule).flatMap((condition): Found[] => {
      const because = whyDead(condition, setup, world);
      if (!because) return [];
      const words = { says: says.dead({ where, because }), why: says.deadWhy, mend: says.deadMend };
      return [found(kind, id, at, 'stops', words)];
    }),
  );
};

/** The conditions that somebody has to meet: those that are not turned round. */
function inForce(rule: Rule): Condition[] {
  if (isCondition(rule)) return [rule];
  return 'none' in rule ? [] : childrenOf(rule).flatMap(inForce);
}

const DOMAIN = /^([a-z0-9]([a-z0-9-]*[a-z0-9])?\.)+[a-z]{2,}$/i;

/** Why a condition holds for nobody from now on; null where it may. */
function whyDead(condition: Condition, setup: Setup, { now }: World): string | null {
  const says = checkupSays(setup.doc.site);
  const { zone } = setup.doc.site;
  if (condition.fact === 'date') return daysOf(condition, zone).until <= now ? says.windowOver : null;
  if (condition.fact === 'mailDomain') {
    const wrong = condition.is.find((domain) => !DOMAIN.test(domain));
    return wrong === undefined ? null : says.noDomain({ domain: wrong });
  }
  if (condition.fact !== 'level' || !condition.heldDays || condition.when !== 'now') return null;
  const days = condition.heldDays;
  const longest = Math.max(...condition.is.map((id) => longestOf(id, setup, now)));
  return longest < days ? says.heldTooLong({ days, most: longest }) : null;
}

/** For how many days a level can be held without taking it anew; for ever, where it renews or is for good. */
function longestOf(id: string, setup: Setup, now: number): number {
  const { zone } = setup.doc.site;
  const prices = setup.levels.get(id)?.prices.filter(({ retired }) => !retired) ?? [];
  return prices.reduce(
    (most, price) => {
      if (isRepeated(price) || !price.lasts) return Infinity;
      return Math.max(most, dayNumber(addSpan(now, price.lasts, zone), zone) - dayNumber(now, zone));
    },
    prices.length ? 0 : Infinity,
  );
}
