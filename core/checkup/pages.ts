/** Purpose: pages nobody comes to, what is missing from them, and menus that promise what their readers may not have. */
import { alwaysOrNever, conditionsOf, doorsOf, ruleOf, type DoorUse } from '../doors';
import { visitorFacts } from '../facts';
import { blockKindOf, itemsWithin, outsideParts, ruleOfBlock, targetHref, type PageItem } from '../pages';
import { readsWell } from '../site';
import type { ItemKind, Setup } from '../setup';
import { isRetired, referred } from './referred';
import { checkupSays } from './checkup.sentences';
import type { Check, Found, World } from './finding';

const shown = ({ doc }: Setup): readonly PageItem[] => doc.pages.filter(({ retired }) => !retired);
const onPage = (page: PageItem, at: string, words: Pick<Found, 'says' | 'why' | 'mend'>): Found => ({
  kind: 'page',
  id: page.id,
  at,
  grave: 'misleads',
  blocks: false,
  ...words,
});
const letsVisitorsIn = (use: DoorUse, setup: Setup, { now }: World): boolean => {
  const doors = doorsOf(setup);
  return doors.predicate(use)(doors.prepare(visitorFacts, now));
};

/** What leads people from one page to another, and what asks for what they hold. */
const LEADING: readonly ItemKind[] = ['site', 'menu', 'page', 'form', 'path'];
const ASKING: readonly ItemKind[] = [...LEADING, 'door', 'field'];

/** A page that no menu, other page, form, path or start leads to, so that only who knows its address comes there. */
export const pageUnlinked: Check = (setup, world) => {
  const says = checkupSays(setup.doc.site);
  const led = new Set(
    referred(setup, world)
      .filter(({ kind, body }) => !isRetired(body) && LEADING.includes(kind))
      .flatMap(({ id, to }) =>
        to.filter((one) => one.kind === 'pages' && one.id !== id).map((one) => one.id as string),
      ),
  );
  return shown(setup).flatMap((page): Found[] => {
    if (led.has(page.id)) return [];
    const named = { page: page.title };
    const words = { says: says.pageUnlinked(named), why: says.pageUnlinkedWhy(named), mend: says.pageUnlinkedMend };
    return [{ ...onPage(page, 'address', words), grave: 'loses' }];
  });
};

/** An item of a menu whose own door lets in only those whom the page it leads to shuts out: nobody has it. */
export const itemForNobody: Check = (setup, world) => {
  const says = checkupSays(setup.doc.site);
  return setup.doc.menus.flatMap((menu) =>
    menu.retired
      ? []
      : itemsWithin(menu).flatMap(({ at, item }): Found[] => {
          const page = 'page' in item.to ? setup.pages.get(item.to.page) : undefined;
          if (!page || !item.door) return [];
          const [own, its] = [ruleOf(item.door, setup), ruleOf(page.door, setup)];
          if (conditionsOf(own).length === 0 || conditionsOf(its).length === 0) return [];
          if (alwaysOrNever({ all: [own, its] }, setup, world.now) !== 'never') return [];
          const named = { menu: menu.title, page: page.title };
          return [
            {
              kind: 'menu',
              id: menu.id,
              at,
              grave: 'loses',
              blocks: false,
              says: says.itemForNobody(named),
              why: says.itemForNobodyWhy(named),
              mend: says.itemForNobodyMend,
            },
          ];
        }),
  );
};

/** An outside view that leads those shut out to a page that is shut to them as well, without a sign of itself. */
export const ledNowhere: Check = (setup, world) => {
  const says = checkupSays(setup.doc.site);
  return shown(setup).flatMap((page): Found[] => {
    const { page: other } = outsideParts(page.outside);
    const target = setup.pages.get(other ?? '');
    if (!target || letsVisitorsIn(page.door, setup, world)) return [];
    const shows = target.outside.view === 'note' || target.outside.view === 'openBlocks';
    const there = targetHref({ page: target.id }, setup) !== null;
    if (there && (shows || letsVisitorsIn(target.door, setup, world))) return [];
    const named = { page: page.title, other: target.title };
    const words = { says: says.ledNowhere(named), why: says.ledNowhereWhy(named), mend: says.ledNowhereMend };
    return [{ ...onPage(page, 'outside', words), grave: 'stops' }];
  });
};

/** The chips of a text that say nothing where they are not known. */
function unsaid(value: unknown): boolean {
  if (Array.isArray(value)) return value.some(unsaid);
  if (typeof value !== 'object' || value === null) return false;
  if ('chip' in value && 'or' in value) return (value as { or: string }).or.trim() === '' && isOfPerson(value as never);
  return Object.values(value).some(unsaid);
}
/** What is known whoever looks needs nothing in its place. */
const isOfPerson = ({ chip }: { chip: string }) => chip !== 'greeting' && chip !== 'siteName';

/** A personal word without a fallback, where visitors read it: of them nothing is known. */
export const wordUnsaid: Check = (setup, world) => {
  const says = checkupSays(setup.doc.site);
  const doors = doorsOf(setup);
  const visitor = doors.prepare(visitorFacts, world.now);
  return shown(setup).flatMap((page): Found[] => {
    const named = { page: page.title };
    const words = { says: says.wordUnsaid(named), why: says.wordUnsaidWhy, mend: says.wordUnsaidMend };
    const read =
      letsVisitorsIn(page.door, setup, world) || page.outside.view === 'note' || page.outside.view === 'openBlocks';
    const head = read && (unsaid(page.heading) || unsaid(outsideParts(page.outside).note));
    return [
      ...(head ? [onPage(page, 'heading', words)] : []),
      ...page.blocks.flatMap((block, at) =>
        unsaid(block) && doors.meets(ruleOfBlock(page, block, setup))(visitor)
          ? [onPage(page, `blocks.${at}`, words)]
          : [],
      ),
    ];
  });
};

/** A page that anybody may find, of which nothing is told where it is found or shared. */
export const undescribed: Check = (setup, world) => {
  const says = checkupSays(setup.doc.site);
  return shown(setup).flatMap((page) =>
    page.description.trim() !== '' || !letsVisitorsIn(page.door, setup, world)
      ? []
      : [
          onPage(page, 'description', {
            says: says.undescribed({ page: page.title }),
            why: says.undescribedWhy,
            mend: says.undescribedMend,
          }),
        ],
  );
};

/** A picture without words for whoever does not see it. Source: WCAG 2.2, criterion 1.1.1. */
export const pictureUnsaid: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  return shown(setup).flatMap((page) =>
    page.blocks.flatMap((block, at) =>
      block.kind === 'picture' && block.alt.trim() === '' && !block.decorates
        ? [
            onPage(page, `blocks.${at}`, {
              says: says.pictureUnsaid({ page: page.title }),
              why: says.pictureUnsaidWhy,
              mend: says.pictureUnsaidMend,
            }),
          ]
        : [],
    ),
  );
};

/** A heading below another that is not there. Source: WCAG 2.2, technique G141. */
export const headingSkipped: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  return shown(setup).flatMap((page): Found[] => {
    const main = page.blocks.map((block, at) => ({ block, at })).filter(({ block }) => !block.aside);
    const part = main.findIndex(({ block }) => blockKindOf(block).heads(block) === 'part');
    const below = main.findIndex(({ block }) => blockKindOf(block).heads(block) === 'below');
    // A page without parts of its own has one order of headings, which is in order.
    if (below < 0 || part < 0 || part < below) return [];
    const { at } = main[below]!;
    const named = { page: page.title };
    return [
      onPage(page, `blocks.${at}`, {
        says: says.headingSkipped(named),
        why: says.headingSkippedWhy,
        mend: says.headingSkippedMend,
      }),
    ];
  });
};

/** A paid level that no door asks for, and a group that nothing asks for: holding it changes nothing. */
export const opensNothing: Check = (setup, world) => {
  const says = checkupSays(setup.doc.site);
  const { doc } = setup;
  const asked = new Set(
    referred(setup, world)
      .filter(({ kind }) => ASKING.includes(kind))
      .flatMap(({ to }) => to)
      // What is given, or listed with its price, is not thereby asked for.
      .filter(({ at }) => !/grants|levels$|blocks\.\d+\.levels/.test(at))
      .map(({ kind, id }) => `${kind} ${id}`),
  );
  const told = (kind: 'level' | 'group', id: string, title: string): Found => ({
    kind,
    id,
    at: '',
    grave: 'misleads',
    blocks: false,
    says: says.opensNothing({ what: title }),
    why: kind === 'level' ? says.levelOpensNothingWhy : says.groupOpensNothingWhy,
    mend: says.opensNothingMend,
  });
  return [
    ...doc.levels.flatMap(({ id, title, prices, retired }) =>
      retired || prices.every(({ kind }) => kind === 'free') || asked.has(`levels ${id}`)
        ? []
        : [told('level', id, title)],
    ),
    ...doc.groups.flatMap(({ id, title, retired }) =>
      retired || asked.has(`groups ${id}`) ? [] : [told('group', id, title)],
    ),
  ];
};

/** Colours in which something is written that many cannot read. Source: WCAG 2.2, criterion 1.4.3. */
export const coloursPale: Check = (setup) => {
  const { site } = setup.doc;
  if (readsWell(site.look)) return [];
  const says = checkupSays(site);
  const words = { says: says.coloursPale, why: says.coloursPaleWhy, mend: says.coloursPaleMend };
  return [{ kind: 'site', id: 'site', at: 'look', grave: 'misleads', blocks: false, ...words }];
};

/** The forms that pages and menus lead to, links within texts among them. */
export function formsLedTo(setup: Setup): ReadonlySet<string> {
  const { menus, pages } = setup.doc;
  return new Set([
    ...menus.flatMap((menu) =>
      menu.retired ? [] : itemsWithin(menu).flatMap(({ item: { to } }) => ('form' in to ? [to.form as string] : [])),
    ),
    ...pages.flatMap((page) =>
      page.retired
        ? []
        : page.blocks.flatMap((block) =>
            blockKindOf(block)
              .references(block)
              .flatMap((one) => (one.kind === 'forms' ? [one.id] : [])),
          ),
    ),
  ]);
}
