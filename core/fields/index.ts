export * from './show';
export * from './mail';
export * from './read';
export * from './form';
