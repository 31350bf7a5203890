export * from './message';
export { escapeHtml } from './html';
export * from './render';
