import { reader } from '../base/reader';
import type { Area } from '../base/area';
import { membersSays } from './members.sentences';

const says = membersSays(reader);

export const members: Area = {
  name: says.members,
  path: '/desk/members',
  key: 'm',
  view: () => import('./MembersView.vue'),
  state: ({ people }) => ({ flag: false, says: says.people({ count: people }) }),
  keys: [],
};
