export * from './items';
export * from './form';
export * from './entry';
export * from './limits';
export * from './search';
