/** Purpose: how many people have each item of a list, by the doors' own counting. */
import { computed } from 'vue';
import type { Rule } from '../../../core/doors';
import { useWhoGetsIn } from '../doors/door.query';

/**
 * @param ids the items, in their order
 * @param has the rule that those who have one meet
 * @returns `held`, the query, and `counts` by id as they come
 */
export function useCounted<Id extends string>(ids: () => readonly Id[], has: (id: Id) => Rule) {
  const asked = computed((): Rule => ({ any: ids().map(has) }));
  const held = useWhoGetsIn(
    () => ({ rule: asked.value, own: asked.value }),
    () => null,
  );
  const counts = computed(
    () =>
      new Map(
        ids().flatMap((id, at): [string, number][] => {
          const count = held.data.value?.parts[at];
          return count === undefined ? [] : [[id, count]];
        }),
      ),
  );
  return { held, counts };
}
