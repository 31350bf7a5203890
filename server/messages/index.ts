export { StuckLetters } from './letters';
export { Outbox, type Post } from './outbox';
