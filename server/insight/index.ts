export type { AskInsight } from './host';
