/** Purpose: what the viewpoint's person can open, asked for once for strip and mount. */
import { useQuery } from '@pinia/colada';
import { computed, type ComputedRef } from 'vue';
import type { MemberRow } from '../../../contract';
import { calls } from '../calls';
import { reader } from '../reader';
import { viewpointSays } from './viewpoint.sentences';
import { useViewpoint } from './viewpoint.store';

export function useSight() {
  const viewpoint = useViewpoint();
  return useQuery({
    key: () => ['sight', viewpoint.person, viewpoint.day ?? 'today'],
    query: () =>
      calls.viewpoint.sight({
        person: viewpoint.person as 'visitor' | MemberRow['id'],
        ...(viewpoint.day ? { on: viewpoint.day } : {}),
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
