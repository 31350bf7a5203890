/** Purpose: the people who were made up, asked for once. */
import { useQuery } from '@pinia/colada';
import { calls } from '../base/calls';

export const useMadeUp = () => useQuery({ key: ['made-up'], query: () => calls.madeUp.list({}) });
