import { countOf } from '../../../core/kernel/count';
import type { Area } from '../area';

export const members: Area = {
  name: 'Members',
  path: '/desk/members',
  key: 'm',
  view: () => import('./MembersView.vue'),
  state: ({ people }) => ({ flag: false, says: countOf(people, 'person', 'people') }),
  keys: [],
};
