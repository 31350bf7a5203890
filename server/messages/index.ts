export { StuckLetters } from './letters';
export { lettersApi } from './letters.api';
export { Outbox } from './outbox';
