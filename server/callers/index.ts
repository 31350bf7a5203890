export { Sessions, type Opened, type SessionKind } from './sessions';
export { Viewers, lookerOf, type Looker } from './viewers';
export {
  callerMay,
  callerOf,
  deviceOfCall,
  envelopeOf,
  guard,
  memberIdOf,
  memberOf,
  staffOf,
  type Call,
} from './guard';
export { staffParts } from './staff.parts';
