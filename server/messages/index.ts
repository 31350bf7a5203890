export { Outbox, type Post } from './outbox';
