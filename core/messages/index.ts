export * from './message';
export { escapeHtml } from './html';
export * from './render';
export { chipNames } from './chipNames';
export { printWords, readWords, type ChipFault, type ChipNames } from './chipText';
