export { Joining, type SubmitRefusal } from './joining.service';
export { applicationById, applicationOfMember, joiningUses, readApplication, type Stored } from './application.store';
export { ApplicationEntity } from './application.entity';
export { applicationView, levelSought, limitView, summaryOf } from './review';
