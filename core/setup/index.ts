export * from './schema';
export * from './setup';
export * from './items';
export * from './prices';
export * from './look';
