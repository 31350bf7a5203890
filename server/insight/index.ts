export { impactApi, type InsightPorts } from './insight.api';
export { insightFor } from './host';
