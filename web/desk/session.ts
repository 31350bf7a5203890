/** Purpose: who is signed in at the desk, and the state of each area. */
import { useQuery, useQueryCache } from '@pinia/colada';
import { calls } from './calls';

export const useMe = () => useQuery({ key: ['me'], query: () => calls.me({}), staleTime: 60_000 });
export const useIndex = () => useQuery({ key: ['index'], query: () => calls.index({}) });

/** After anything has changed, everything shown is asked for again. */
export function useFresh() {
  const cache = useQueryCache();
  return () => cache.invalidateQueries({ predicate: (entry) => entry.key[0] !== 'me' });
}
