export {
  applicationOfMember,
  columnsOf,
  joiningUses,
  readApplication,
  waitingApplications,
  waitingCount,
} from './application.store';
export { joiningApi, type JoiningPorts } from './joining.api';
export { answersApi, type AnswersPorts } from './answers.api';
export { FollowUps } from './follow.ups';
export { formsApi, type SentFormsPorts } from './forms.api';
export { formsPlaces, noticesOf } from './forms.places';
export { Invitations } from './invitations';
export { invitationsApi, type InvitationsPorts } from './invitations.api';
export { SignUps } from './signups';
export { joiningForms } from './joining.forms';
export { joiningPlaces } from './joining.places';
export { fullForms } from './places';
export { Joining } from './joining.service';
export { applicationView, levelSought, limitView, summaryOf } from './review';
export { reviewApi } from './review.api';
export { timerKey } from './effects';
