export * from './message';
export { MessagePart, type Look } from './parts';
export { escapeHtml } from './html';
export * from './render';
