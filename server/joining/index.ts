export {
  applicationOfMember,
  columnsOf,
  joiningUses,
  readApplication,
  waitingApplications,
  waitingCount,
} from './application.store';
export { joiningApi, type JoiningPorts } from './joining.api';
export { joiningForms } from './joining.forms';
export { joiningPlaces } from './joining.places';
export { Joining } from './joining.service';
export { applicationView, levelSought, limitView, summaryOf } from './review';
export { reviewApi } from './review.api';
export { timerKey } from './effects';
