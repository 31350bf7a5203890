/** Purpose: Today's data, shared by the bar and the view. */
import { useQuery } from '@pinia/colada';
import { calls } from '../base/calls';

export type All = 'reviews' | 'stuck' | undefined;

/** @param all which of the lists is wanted whole */
export const useToday = (enabled: () => boolean = () => true, all: () => All = () => undefined) =>
  useQuery({
    key: () => ['today', all() ?? 'oldest'],
    query: () => calls.today.view(all() ? { all: all() } : {}),
    enabled,
    placeholderData: (before) => before,
  });
