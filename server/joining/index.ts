export { Joining } from './joining.service';
export { applicationOfMember, type Stored } from './application.store';
export { ApplicationEntity } from './application.entity';
export { applicationView, levelSought, limitOf, summaryOf } from './review';
