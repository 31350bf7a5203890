export * from './application';
export { advance } from './advance';
export * from './codes';
export * from './route';
export * from './answers';
export * from './story';
export * from './coming';
