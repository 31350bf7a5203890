/** Purpose: doors that open to nobody or to everybody, and blocks that nobody can see who may enter their page. */
import {
  alwaysOrNever,
  childrenOf,
  conditionsOf,
  describe,
  isCondition,
  ruleOf,
  unknownIn,
  type Decided,
  type DoorUse,
  type Rule,
} from '../doors';
import { itemsWithin } from '../pages';
import type { ItemKind, Setup } from '../setup';
import { checkupSays } from './checkup.sentences';
import type { Check, Found, World } from './finding';

/** Rules that are empty on purpose, such as *everyone*, decide by their shape and are no mistake. */
const decides = (rule: Rule): boolean => isCondition(rule) || childrenOf(rule).length > 0;

type Hung = {
  readonly kind: ItemKind;
  readonly id: string;
  readonly at: string;
  readonly rule: Rule;
  readonly where: string;
};

/**
 * Every rule that is somewhere's own; a named door is looked at once, where it is named. One that names what does not
 * exist is told of by itself.
 */
const hung = (setup: Setup): Hung[] =>
  everyRule(setup).filter(({ rule }) => conditionsOf(rule).every((one) => unknownIn(one, setup).length === 0));

function everyRule(setup: Setup): Hung[] {
  const says = checkupSays(setup.doc.site);
  const own = (door: DoorUse | undefined) => (door && 'rule' in door && decides(door.rule) ? door.rule : null);
  return [
    ...setup.doc.doors.flatMap(({ id, title, rule, retired }): Hung[] =>
      retired || !decides(rule) ? [] : [{ kind: 'door', id, at: 'rule', rule, where: says.doorOf({ door: title }) }],
    ),
    ...setup.doc.pages.flatMap(({ id, title, door, blocks, retired }): Hung[] => {
      if (retired) return [];
      const page = own(door);
      return [
        ...(page
          ? [{ kind: 'page', id, at: 'door', rule: page, where: says.doorOfPage({ page: title }) } as const]
          : []),
        ...blocks.flatMap((block, at): Hung[] => {
          const rule = own(block.door);
          const where = says.doorOfBlock({ page: title });
          return rule ? [{ kind: 'page', id, at: `blocks.${at}`, rule, where }] : [];
        }),
      ];
    }),
    ...setup.doc.menus.flatMap(({ id, items, retired }): Hung[] =>
      retired
        ? []
        : itemsWithin({ items }).flatMap(({ at, item }): Hung[] => {
            const rule = own(item.door);
            return rule ? [{ kind: 'menu', id, at, rule, where: says.doorOfItem }] : [];
          }),
    ),
  ];
}

const decided = new WeakMap<World, Map<string, Decided>>();

/** What a rule comes out as, worked out once a check-up however many checks ask, and wherever the same rule hangs. */
function outcome(rule: Rule, setup: Setup, world: World): Decided {
  let known = decided.get(world);
  if (!known) decided.set(world, (known = new Map<string, Decided>()));
  const key = JSON.stringify(rule);
  let found = known.get(key);
  if (!found) known.set(key, (found = alwaysOrNever(rule, setup, world.now)));
  return found;
}

export const nobodyPasses: Check = (setup, world) =>
  hung(setup).flatMap(({ kind, id, at, rule, where }): Found[] => {
    if (outcome(rule, setup, world) !== 'never') return [];
    const says = checkupSays(setup.doc.site);
    const named = { where, rule: describe(rule, setup) };
    const words = { says: says.nobodyPasses(named), why: says.nobodyPassesWhy(named), mend: says.nobodyPassesMend };
    return [{ kind, id, at, grave: 'stops', blocks: false, ...words }];
  });

export const everybodyPasses: Check = (setup, world) =>
  hung(setup).flatMap(({ kind, id, at, rule, where }): Found[] => {
    if (outcome(rule, setup, world) !== 'always') return [];
    const says = checkupSays(setup.doc.site);
    const named = { where, rule: describe(rule, setup) };
    const words = {
      says: says.everybodyPasses(named),
      why: says.everybodyPassesWhy(named),
      mend: says.everybodyPassesMend,
    };
    return [{ kind, id, at, grave: 'misleads', blocks: false, ...words }];
  });

/** A block that opens to some, of whom none may enter its page. */
export const blockUnseen: Check = (setup, world) => {
  const says = checkupSays(setup.doc.site);
  return setup.doc.pages.flatMap((page) =>
    page.retired
      ? []
      : page.blocks.flatMap((block, at): Found[] => {
          if (!block.door || (block.outsideToo && page.outside.view === 'openBlocks')) return [];
          if (!neverWithin(ruleOf(block.door, setup), ruleOf(page.door, setup), setup, world)) return [];
          const named = { page: page.title };
          const words = { says: says.blockUnseen(named), why: says.blockUnseenWhy(named), mend: says.blockUnseenMend };
          return [{ kind: 'page', id: page.id, at: `blocks.${at}`, grave: 'loses', blocks: false, ...words }];
        }),
  );
};

const neverWithin = (inner: Rule, outer: Rule, setup: Setup, world: World): boolean =>
  decides(inner) &&
  decides(outer) &&
  outcome({ all: [inner, outer] }, setup, world) === 'never' &&
  outcome(inner, setup, world) !== 'never' &&
  outcome(outer, setup, world) !== 'never';
