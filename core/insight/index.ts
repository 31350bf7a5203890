export * from './impact';
export * from './who';
