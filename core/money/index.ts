export * from './settings';
export * from './codes';
export * from './bill';
export * from './term';
export * from './ledger';
export * from './statistics';
export * from './setup';
