export * from './page';
export * from './view';
export * from './words';
export * from './resolve';
export * from './sight';
export * from './start';
