export * from './facts';
export * from './asOf';
export * from './items';
