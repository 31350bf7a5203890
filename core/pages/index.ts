export * from './page';
export { blockKindOf, referencesOfTarget } from './blocks';
export * from './view';
export * from './words';
export * from './resolve';
export * from './sight';
