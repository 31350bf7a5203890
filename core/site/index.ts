export * from './site';
export * from './look';
export * from './setup';
