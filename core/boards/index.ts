export * from './items';
export * from './form';
export * from './entry';
export * from './limits';
export * from './search';
export { boardsSay } from './boards.sentences';
export { boardKinds, boardsByAddress, type BoardsSetup } from './setup';
