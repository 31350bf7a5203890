export { addEntry } from './entry.store';
