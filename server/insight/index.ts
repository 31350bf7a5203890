export { insightApi, type InsightPorts } from './insight.api';
export { insightFor } from './host';
