/** Purpose: what the viewpoint's person can open, asked for once for strip and mount. */
import { useQuery } from '@pinia/colada';
import { computed, type ComputedRef } from 'vue';
import type { MemberRow } from '../../../contract';
import { calls } from '../base/calls';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { viewpointSays } from './viewpoint.sentences';
import { useViewpoint } from './viewpoint.store';

/**
 * The draft that is looked through, another number with whatever is saved; null for what is live: where that was chosen,
 * where nothing differs from it, and for whom the draft is not to be seen.
 */
export function useDrafted(): ComputedRef<number | null> {
  const viewpoint = useViewpoint();
  const draft = useDraft();
  return computed(() => (viewpoint.side === 'draft' && draft.changes.length ? draft.times : null));
}

export function useSight() {
  const viewpoint = useViewpoint();
  const drafted = useDrafted();
  return useQuery({
    key: () => ['sight', viewpoint.person, viewpoint.day ?? 'today', drafted.value ?? 'live'],
    query: () =>
      calls.viewpoint.sight({
        person: viewpoint.person as 'visitor' | MemberRow['id'],
        ...(viewpoint.day ? { on: viewpoint.day } : {}),
        ...(drafted.value ? { draft: 'yes' } : {}),
      }),
    placeholderData: (before) => before,
  });
}

/** What the person of the viewpoint is called within a sentence; '' until it is known. */
export function useLookedAs(): ComputedRef<string> {
  const viewpoint = useViewpoint();
  const { data: sight } = useSight();
  return computed(() =>
    viewpoint.person === 'visitor' ? viewpointSays(reader).aVisitor : (sight.value?.person.name ?? ''),
  );
}
