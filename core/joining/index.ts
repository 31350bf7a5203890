export * from './application';
export { advance } from './advance';
export * from './codes';
export * from './limit';
export * from './route';
export { UNDO_LASTS } from './moves';
export * from './answers';
export * from './story';
export * from './coming';
