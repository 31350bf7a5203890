export { StuckLetters } from './letters';
export { Outbox } from './outbox';
