export { addEntry, addReply } from './entry.store';
