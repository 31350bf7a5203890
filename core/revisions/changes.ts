/**
 * Purpose: what is different between two set-ups, in words: each item that came, went or changed, with what it says now
 * and what it said before.
 * Invariant: two set-ups without a change between them have equal documents, but for the order of whole lists, which is
 * told as one change of its list.
 */
import { setupAreas, type SetupArea } from '../kernel';
import { itemKinds, listKinds, sameBody, singleKinds, type ItemKind, type ListItemKind, type Setup } from '../setup';
import { linesSay } from '../lines/lines.sentences';
import type { Line } from '../lines';
import { itemTitle, linesOf } from './lines';

/** One matter that is different: what it says now and what it said before, null where it did not exist. */
export type Difference = { readonly label: string; readonly now: string | null; readonly was: string | null };
export type Change = {
  readonly area: SetupArea;
  readonly kind: ItemKind;
  /** The item; '' for the order of all of a kind. */
  readonly id: string;
  readonly title: string;
  readonly how: 'added' | 'removed' | 'changed' | 'retired' | 'broughtBack' | 'reordered';
  readonly differences: readonly Difference[];
};

type Bodies = ReadonlyMap<string, unknown>;

function bodiesOf(setup: Setup, kind: ItemKind): Bodies {
  if (kind in singleKinds) return new Map([[kind, setup.doc[kind as keyof typeof singleKinds]]]);
  const { list } = listKinds[kind as ListItemKind];
  return new Map((setup.doc[list] as readonly { id: string }[]).map((item) => [item.id, item]));
}

/** What two states of an item say differently. Orders are compared only where the same things are ordered. */
function differencesOf(before: readonly Line[], after: readonly Line[]): Difference[] {
  const was = new Map(before.map((line) => [line.at, line]));
  const now = new Map(after.map((line) => [line.at, line]));
  const isOrder = (at: string) => at.startsWith('order ');
  return [
    ...after.flatMap(({ at, label, says }): Difference[] => {
      const old = was.get(at);
      if (!old) return isOrder(at) ? [] : [{ label, now: says, was: null }];
      return old.says === says ? [] : [{ label, now: says, was: old.says }];
    }),
    ...before.flatMap(({ at, label, says }): Difference[] => {
      // What a gate did is gone with it, and not told one by one.
      const within = before.some((other) => at.startsWith(`${other.at} `) && !now.has(other.at));
      return now.has(at) || isOrder(at) || within ? [] : [{ label, now: null, was: says }];
    }),
  ];
}

const isRetired = (item: unknown): boolean => (item as { retired?: boolean }).retired === true;

/**
 * A set-up in which what is still there goes by its later name: what is only called otherwise has changed nothing of
 * what names it.
 */
function namedAs(before: Setup, after: Setup): Setup {
  const renamed = Object.values(listKinds).map(({ list }) => {
    const [was, now] = [before[list], after[list]] as readonly ReadonlyMap<string, unknown>[];
    return [list, new Map([...was!].map(([id, item]) => [id, now!.get(id) ?? item]))] as const;
  });
  return { ...before, ...Object.fromEntries(renamed) };
}

/** The differences from one set-up to another, by area and kind. */
export function changesBetween(before: Setup, after: Setup): Change[] {
  const says = linesSay(after.doc.site);
  const named = namedAs(before, after);
  const changes = (Object.keys(itemKinds) as ItemKind[]).flatMap((kind): Change[] => {
    const [old, now] = [bodiesOf(before, kind), bodiesOf(after, kind)];
    const base = (id: string, item: unknown, setup: Setup) => ({
      area: itemKinds[kind].area,
      kind,
      id,
      title: itemTitle(kind, item, setup),
    });
    const found: Change[] = [];
    for (const [id, item] of now) {
      const was = old.get(id);
      if (was === undefined) {
        const differences = differencesOf([], linesOf(kind, item, after));
        found.push({ ...base(id, item, after), how: 'added', differences });
      } else if (!sameBody(was, item)) {
        const differences = differencesOf(linesOf(kind, was, named), linesOf(kind, item, after));
        const turned = isRetired(was) === isRetired(item) ? null : isRetired(item) ? 'retired' : 'broughtBack';
        const untold = !turned && differences.length === 0;
        found.push({
          ...base(id, item, after),
          how: turned ?? 'changed',
          differences: untold ? [{ label: says.details, now: says.otherwise, was: null }] : differences,
        });
      }
    }
    for (const [id, item] of old)
      if (!now.has(id)) found.push({ ...base(id, item, before), how: 'removed', differences: [] });
    const kept = (one: Bodies, other: Bodies) => [...one.keys()].filter((id) => other.has(id));
    const [wasOrder, nowOrder] = [kept(old, now), kept(now, old)];
    if (wasOrder.join('\n') !== nowOrder.join('\n')) {
      const names = (ids: readonly string[], bodies: Bodies, setup: Setup) =>
        ids.map((id) => itemTitle(kind, bodies.get(id), setup)).join(', ');
      const difference = {
        label: says.order,
        now: names(nowOrder, now, after),
        was: names(wasOrder, old, before),
      };
      found.push({ area: itemKinds[kind].area, kind, id: '', title: '', how: 'reordered', differences: [difference] });
    }
    return found;
  });
  return setupAreas.flatMap((area) => changes.filter((change) => change.area === area));
}
