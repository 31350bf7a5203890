/** Purpose: what the viewpoint's person can open, asked for once for strip and mount. */
import { useQuery } from '@pinia/colada';
import type { MemberRow } from '../../../contract';
import { calls } from '../calls';
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
