/** Purpose: the endpoint of what publishing would mean for everybody, a list of steps. */
import { implement } from '@orpc/server';
import type { DataSource } from 'typeorm';
import { insight as contract, type ImpactView } from '../../contract';
import type { Standing } from '../../core/facts';
import type { Impact, PlaceImpact } from '../../core/insight';
import { sayNearDate, type MemberId } from '../../core/kernel';
import { startOfDay } from '../../core/kernel/calendar';
import type { Setup } from '../../core/setup';
import { guard, type Call } from '../callers';
import type { SiteClock } from '../platform/clock';
import type { LiveSetup } from '../setup';
import type { AskInsight } from './host';
import { insightSays } from './insight.sentences';

const api = implement(contract).$context<Call>().use(guard);

export type InsightPorts = {
  readonly db: DataSource;
  readonly insight: AskInsight;
  readonly live: LiveSetup;
  readonly clock: SiteClock;
};

/** So many are told by name. */
const NAMED = 200;

export const impactApi = ({ db, insight, live, clock }: InsightPorts) => ({
  impact: api.impact.handler(async ({ input }) => {
    const { setup } = live.must;
    const draft = (await live.draft()).setup;
    const today = clock.now();
    const { site } = setup.doc;
    // Of a day that is over the facts of today would tell nothing true.
    const now = Math.max(today, (input.on && startOfDay(input.on, site.zone)) || today);
    const impact = await insight.impact(setup, draft, now);
    const { members, applicants, places, others } = impact;
    const named = (ids: readonly string[]) => namesOf(db, ids, impact);
    return {
      in: await named(members.in),
      out: await named(members.out),
      applicantsIn: applicants.in.length,
      applicantsOut: applicants.out.length,
      places: places.map((place) => ({
        title: titleOf(place, draft, setup),
        now: place.now,
        after: place.after,
        in: place.in.length,
        out: place.out.length,
      })),
      others,
      day: sayNearDate(now, today, site),
    };
  }),
});

function titleOf({ page: id, block: blockId }: PlaceImpact, draft: Setup, setup: Setup): string {
  const page = draft.pages.get(id) ?? setup.pages.get(id);
  const title = page?.title ?? id;
  if (blockId === null) return title;
  const block = page?.blocks.find((one) => one.id === blockId);
  const says = insightSays(setup.doc.site);
  return says.blockOf({ page: title, block: block ? says[block.kind] : blockId });
}

async function namesOf(db: DataSource, ids: readonly string[], { endingSoon }: Impact): Promise<ImpactView['in']> {
  const shown = ids.slice(0, NAMED);
  const soon = new Set(endingSoon);
  const rows = shown.length
    ? ((await db.query('SELECT id, name, standing FROM member WHERE id IN (?) ORDER BY standing, name, id', [
        shown,
      ])) as {
        id: MemberId;
        name: string;
        standing: Standing;
      }[])
    : [];
  return { count: ids.length, rows: rows.map((row) => ({ ...row, endsSoon: soon.has(row.id) })) };
}
