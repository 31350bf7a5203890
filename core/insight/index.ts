export * from './impact';
