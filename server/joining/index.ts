export { Joining } from './joining.service';
export { applicationById, applicationOfMember, joiningUses, readApplication } from './application.store';
export { ApplicationEntity } from './application.entity';
export { applicationView, levelSought, limitView, summaryOf } from './review';
export { joiningProblem } from './joining.problems';
