export { StuckLetters } from './letters';
export { lettersApi, type LettersPorts } from './letters.api';
export { Outbox } from './outbox';
