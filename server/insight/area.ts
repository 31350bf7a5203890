/** What is asked of everybody at once, as an area. */
import type { Area, Base } from '../area';
import { insightFor, type AskInsight } from './host';
import { insightApi, type InsightPorts } from './insight.api';

export const insightArea = {
  name: 'insight',
  build: ({ config, database }: Base) => ({ insight: insightFor(config, database.pool) }),
  api: (ports: InsightPorts) => ({ insight: insightApi(ports) }),
  close: ({ insight }: { readonly insight: AskInsight }) => insight.close(),
} satisfies Area;
