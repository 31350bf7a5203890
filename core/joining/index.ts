export * from './events';
export * from './application';
export * from './path';
export {
  GateSight,
  Offer,
  asksForProof,
  kindOf,
  kindsOfPlaces,
  kindsWaitingFor,
  ownGateKinds,
  ownOf,
  seats,
} from './gates';
export * from './offers';
export { advance } from './advance';
export { relocate } from './relocate';
export { rulesOfPath } from './rules';
export * from './setup';
export * from './ways';
export { pathOf, withPlace } from './places';
export * from './codes';
export * from './limit';
export * from './route';
export { againFrom, gateOf, grantsAt, gateStateOf } from './moves';
export * from './answers';
export * from './story';
export * from './coming';
