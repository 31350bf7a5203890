export { Accounts, type PasswordRefusal } from './account.service';
export { FirstRun, type BeginningRefusal } from './first.run';
export { Staff } from './staff.service';
export { Sessions, deviceOf, type MemberViewer, type SessionKind, type StaffViewer } from './sessions';
export { OneTimeRow, SessionRow, StaffRow } from './account.entities';
export { Devices } from './devices';
export { hashPassword, hashingFull, ownWords, verifyPassword, weakness } from './passwords';
