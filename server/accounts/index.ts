export { Accounts, type PasswordRefusal } from './account.service';
export { FirstRun } from './first.run';
export { Staff } from './staff.service';
export { Sessions, deviceOf, type MemberViewer, type SessionKind, type StaffViewer } from './sessions';
export { SessionRow } from './account.entities';
export { Devices } from './devices';
export { Viewers } from './viewers';
export { hashPassword, hashingFull, verifyPassword, weakness } from './passwords';
