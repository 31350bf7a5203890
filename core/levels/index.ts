export * from './level';
export * from './prices';
