import { reader } from '../base/reader';
import type { Area } from '../base/area';
import { todaySays } from './today.sentences';

const says = todaySays(reader);

export const today: Area = {
  name: says.today,
  path: '/desk',
  key: 't',
  view: () => import('./TodayView.vue'),
  state: ({ needYou, needOthers }) =>
    needYou > 0
      ? { flag: true, says: says.needYou({ count: needYou }) }
      : { flag: false, says: needOthers > 0 ? says.forReviewers({ count: needOthers }) : says.inOrder },
  keys: [
    ['Y', says.keyAdmit],
    ['N', says.keyDecline],
  ],
};
