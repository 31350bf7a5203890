/** Purpose: who is signed in at the desk, and the state of each area. */
import { useQuery, useQueryCache } from '@pinia/colada';
import { staffMay } from '../../../contract/access';
import { calls } from './calls';

/** Who is signed in. */
export type Me = Awaited<ReturnType<typeof calls.staff.me>>;

export const useMe = () => useQuery({ key: ['me'], query: () => calls.staff.me({}), staleTime: 60_000 });
export const useIndex = () => useQuery({ key: ['index'], query: () => calls.today.index({}) });

/** Whether somebody may call an endpoint of the desk: by the endpoint’s own declaration, which the server goes by too. */
export const may = (me: Me, declared: Parameters<typeof staffMay>[0]): boolean => staffMay(declared, me.parts);

/** After anything has changed, everything shown is asked for again. */
export function useFresh() {
  const cache = useQueryCache();
  return () => cache.invalidateQueries({ predicate: (entry) => entry.key[0] !== 'me' });
}
