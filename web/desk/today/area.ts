import type { Area } from '../area';

export const today: Area = {
  name: 'Today',
  path: '/desk',
  key: 't',
  view: () => import('./TodayView.vue'),
  state: ({ needYou, needOthers }) =>
    needYou > 0
      ? { flag: true, says: `${needYou} need${needYou === 1 ? 's' : ''} you` }
      : { flag: false, says: needOthers > 0 ? `${needOthers} for reviewers` : 'in order' },
  keys: [
    ['Y', 'Admit the applicant whose sheet is open'],
    ['N', 'Decline (asks for the reason)'],
  ],
};
