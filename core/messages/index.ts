export * from './message';
export { escapeHtml } from './html';
export * from './render';
export { chipNames } from './chipNames';
export { printWords, readWords, type ChipNames } from './chipText';
export * from './setup';
export { plainWords } from './plainWords';
