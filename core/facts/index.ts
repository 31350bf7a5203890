export * from './facts';
export * from './asOf';
export * from './items';
export * from './bits';
export { NO_DAY, Population } from './population';
export * from './ahead';
export * from './setup';
