/** Purpose: what is asked of the server about a door that is being built: whom it lets in, and why it does or does not. */
import { computed } from 'vue';
import { useQuery } from '@pinia/colada';
import { childrenOf, isCondition, type Rule } from '../../../core/doors';
import type { DoorList } from '../../../core/insight';
import type { BlockId, MemberId, PageId } from '../../../core/kernel';
import { calls } from '../base/calls';
import { useDraft } from '../setup/draft.store';
import { useViewpoint } from '../viewpoint/viewpoint.store';

/** Where a door hangs, and what it asks. `own` is what is being built there; `rule` what is asked in all. */
export type HungDoor = {
  readonly rule: Rule;
  readonly own: Rule;
  readonly page?: PageId | undefined;
  readonly block?: BlockId | undefined;
};

/** Every part of a rule beside itself. */
export const partsOf = (rule: Rule): Rule[] =>
  isCondition(rule) ? [] : childrenOf(rule).flatMap((part) => [part, ...partsOf(part)]);
/** So many are counted; whoever builds more than that reads the whole. */
const MOST = 80;

export function useWhoGetsIn(door: () => HungDoor, list: () => DoorList | null) {
  const viewpoint = useViewpoint();
  const draft = useDraft();
  const day = () => viewpoint.day ?? 'today';
  return useQuery({
    key: () => ['door', 'who', JSON.stringify(door()), list() ?? '', day(), draft.view?.stamp ?? ''],
    query: () => {
      const { rule, own, page, block } = door();
      return calls.insight.door({
        rule,
        parts: partsOf(own).slice(0, MOST),
        ...(page ? { page } : {}),
        ...(block ? { block } : {}),
        ...(list() ? { list: list()! } : {}),
        ...(viewpoint.day ? { on: viewpoint.day } : {}),
      });
    },
    placeholderData: (before) => before,
  });
}

/** How many meet each part of a rule, by what it says; empty until they are counted. */
export function useDoorCounts(rule: () => Rule) {
  const who = useWhoGetsIn(
    () => ({ rule: rule(), own: rule() }),
    () => null,
  );
  return computed(
    () =>
      new Map(
        partsOf(rule()).flatMap((part, at): [string, number][] => {
          const count = who.data.value?.parts[at];
          return count === undefined ? [] : [[JSON.stringify(part), count]];
        }),
      ),
  );
}

export function useDoorSight(door: () => HungDoor) {
  const viewpoint = useViewpoint();
  const draft = useDraft();
  return useQuery({
    key: () => [
      'door',
      'why',
      viewpoint.person,
      viewpoint.day ?? 'today',
      JSON.stringify(door()),
      draft.view?.stamp ?? '',
      draft.saving ? 'saving' : 'saved',
    ],
    query: () => {
      const { rule, page } = door();
      return calls.viewpoint.door({
        person: viewpoint.person as 'visitor' | MemberId,
        rule,
        ...(page ? { page } : {}),
        ...(viewpoint.day ? { on: viewpoint.day } : {}),
      });
    },
    placeholderData: (before) => before,
  });
}
