/** Purpose: references that lead to nothing or to what is retired, and addresses that two share. */
import { checkupSays } from './checkup.sentences';
import type { Check, Found } from './finding';
import { itemTitle } from '../revisions';
import { titleIn } from '../lines';
import { isRetired, referred } from './referred';

export const nothingThere: Check = (setup, world) =>
  referred(setup, world).flatMap(({ kind, id, body, to }) =>
    to.flatMap(({ at, kind: list, id: gone }): Found[] => {
      if (setup[list].has(gone)) return [];
      const says = checkupSays(setup.doc.site);
      const named = { kind: says[list], id: gone, where: itemTitle(kind, body, setup) };
      const words = {
        says: says.nothingThere(named),
        why: says.nothingThereWhy(named),
        mend: says.nothingThereMend(named),
      };
      return [{ kind, id, at, grave: 'stops', blocks: true, ...words }];
    }),
  );

/** What is in use though it is retired: it works on for those who have it, and should be offered to nobody new. */
export const retiredInUse: Check = (setup, world) =>
  referred(setup, world).flatMap(({ kind, id, body, to }) =>
    to.flatMap(({ at, kind: list, id: target }): Found[] => {
      if (!isRetired(setup[list].get(target) ?? {}) || isRetired(body)) return [];
      const says = checkupSays(setup.doc.site);
      const what = titleIn(list, target, setup);
      const named = { kind: says[list], where: itemTitle(kind, body, setup), what };
      const words = { says: says.retired(named), why: says.retiredWhy(named), mend: says.retiredMend(named) };
      // Without these the site has no first page, no head or no way in.
      const blocks = kind === 'site';
      return [{ kind, id, at, grave: blocks ? 'stops' : 'loses', blocks, ...words }];
    }),
  );

export const oneAddress: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  const shared = (
    kind: 'form' | 'page' | 'board',
    items: readonly { readonly id: string; readonly address: string; readonly title: string }[],
  ): Found[] =>
    items.flatMap(({ id, address, title }, at): Found[] => {
      const first = items.findIndex((item) => item.address === address);
      if (first === at) return [];
      const named = {
        one: items[first]!.title,
        other: title,
        address: `${{ form: '/join', page: '', board: '/boards' }[kind]}/${address}`,
      };
      const words = { says: says.oneAddress(named), why: says.oneAddressWhy(named), mend: says.oneAddressMend };
      return [{ kind, id, at: 'address', grave: 'stops', blocks: true, ...words }];
    });
  return [...shared('form', setup.doc.forms), ...shared('page', setup.doc.pages), ...shared('board', setup.doc.boards)];
};
