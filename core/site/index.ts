export * from './site';
export * from './look';
