export * from './price';
export * from './level';
export * from './schedule';
export * from './prices';
export * from './setup';
