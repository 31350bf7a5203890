export * from './facts';
export * from './asOf';
