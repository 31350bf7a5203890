/** Purpose: where a shared door hangs, and a door in use as the set of conditions it is built as. */
import { everyone, isCondition, nobody, ruleOf, type Condition, type DoorUse, type Rule } from '../../../core/doors';
import { referencesOfItem, type Setup } from '../../../core/setup';

/** Where nobody has said otherwise those admitted are meant: how a door of one's own begins. */
export const admittedOnly: Exclude<Rule, Condition> = { all: [{ fact: 'standing', is: ['admitted'] }] };

/** A rule as a set, which is what can be added to. */
export const asSet = (rule: Rule): Exclude<Rule, Condition> => (isCondition(rule) ? { all: [rule] } : rule);

/** The titles of the pages and boards, and the menus, that hang a shared door. */
export function placesOf(door: string, setup: Setup): string[] {
  const hangs = (kind: 'page' | 'board' | 'menu', item: unknown) =>
    referencesOfItem(kind, item).some((one) => one.kind === 'doors' && one.id === door);
  return [
    ...setup.doc.pages.filter((page) => hangs('page', page)).map(({ title }) => title),
    ...setup.doc.boards.filter((board) => hangs('board', board)).map(({ title }) => title),
    ...setup.doc.menus.filter((menu) => hangs('menu', menu)).map(({ id }) => id),
  ];
}

/** How far a door opens, by its shape alone. */
export function opensTo(use: DoorUse, setup: Setup): 'everyone' | 'some' | 'nobody' {
  const rule = JSON.stringify(ruleOf(use, setup));
  if (rule === JSON.stringify(everyone)) return 'everyone';
  return rule === JSON.stringify(nobody) ? 'nobody' : 'some';
}
