export {
  applicationOfMember,
  columnsOf,
  readApplication,
  waitingApplications,
  waitingCount,
} from './application.store';
export { levelSought, limitView, summaryOf } from './review';
export { timerKey } from './effects';
