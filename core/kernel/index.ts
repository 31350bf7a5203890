export * from './result';
export * from './ids';
export * from './money';
export * from './count';
export * from './time';
export * from './words';
