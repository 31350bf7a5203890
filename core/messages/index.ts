export * from './render';
