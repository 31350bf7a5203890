export * from './facts';
export * from './asOf';
export * from './items';
export * from './bits';
export { Population } from './population';
