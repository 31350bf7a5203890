export { insightApi, type InsightPorts } from './insight.api';
export { insightFor, type AskInsight } from './host';
