export { Accounts } from './account.service';
export { keepOneTime, passwordLetter, oneTimeBy } from './one.time';
export { hashPassword, ownWords, verifyPassword, weakness } from './passwords';
export { Staff } from './staff.service';
export { Tries, demandRoom } from './tries';
