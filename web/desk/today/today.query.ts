/** Purpose: Today's data, shared by the bar and the view. */
import { useQuery } from '@pinia/colada';
import { calls } from '../calls';

export const useToday = (enabled: () => boolean = () => true) =>
  useQuery({ key: ['today'], query: () => calls.today({}), enabled });
