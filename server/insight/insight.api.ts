/** Purpose: the endpoint of what publishing would mean for everybody, a list of steps. */
import { rowsFrom } from '../platform/rows';
import { implement } from '@orpc/server';
import type { DataSource } from 'typeorm';
import { insight as contract, type ImpactView } from '../../contract';
import { describeDoor, ruleOf, type Rule } from '../../core/doors';
import type { Standing } from '../../core/facts';
import type { PlaceImpact } from '../../core/insight';
import { dayOf, sayDate, sayMoney, sayNearDate, type Instant, type MemberId } from '../../core/kernel';
import { endOfDay, startOfDay } from '../../core/kernel/calendar';
import { blockKindOf, ruleOfBlock } from '../../core/pages';
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

export const insightApi = ({ db, insight, live, clock }: InsightPorts) => ({
  door: api.door.handler(async ({ input }) => {
    const { setup } = live.must;
    const draft = (await live.draft()).setup;
    const { site } = draft.doc;
    const today = clock.now();
    const now = dayAsked(input.on, today, setup);
    const { rule, parts, page, block, list = null } = input;
    const was = liveDoor(setup, page, block);
    const before = was && { setup, rule: was };
    const found = await insight.door({ door: { setup: draft, rule }, parts, before, list, now, today });
    return {
      parts: [...found.parts],
      inside: found.inside,
      outside: found.outside,
      visitors: found.visitors,
      visitorsBefore: found.visitorsBefore,
      levels: found.levels.map(({ level, count }) => ({
        title: levelOf(level, count, draft),
        count,
      })),
      change: found.change && was && { says: describeDoor(was, setup), ...found.change },
      people: list && (await namesOf(db, found.listed, [])),
      day: sayNearDate(now, today, site),
    };
  }),
  prices: api.prices.handler(async () => {
    const { setup } = live.must;
    const draft = (await live.draft()).setup;
    const { site } = setup.doc;
    const words = insightSays(site);
    const money = (amount: number) => sayMoney(amount, site.currency, site.locale);
    const found = await insight.prices(setup, draft);
    return {
      rows: found.slice(0, NAMED).map(({ level, count, was, becomes, first }) => {
        const about = { level: draft.levels.get(level)?.title ?? level, count, was: money(was) };
        const says =
          becomes === null || first === null
            ? words.payAsBefore(about)
            : words.payInstead({ ...about, becomes: money(becomes), date: sayDate(first, site) });
        return { says };
      }),
    };
  }),
  impact: api.impact.handler(async ({ input }) => {
    const { setup } = live.must;
    const draft = (await live.draft()).setup;
    const today = clock.now();
    const { site } = setup.doc;
    const now = dayAsked(input.on, today, setup);
    const impact = await insight.impact(setup, draft, now, today);
    const { members, applicants, places, others } = impact;
    const named = (ids: readonly string[]) => namesOf(db, ids, impact.endingSoon);
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
        visitors: place.visitors.now === place.visitors.after ? null : place.visitors.after ? 'letIn' : 'shutOut',
      })),
      visitorsIn: visitorPages(places, 'letIn').map((place) => titleOf(place, draft, setup)),
      visitorsOut: visitorPages(places, 'shutOut').map((place) => titleOf(place, draft, setup)),
      others,
      day: sayNearDate(now, today, site),
    };
  }),
});

/** What those of a level are called, so many of them. */
function levelOf(id: string | null, count: number, { doc, levels }: Setup): string {
  if (id === null) return insightSays(doc.site).noLevel;
  const level = levels.get(id);
  return level ? (count === 1 ? level.title : level.plural) : id;
}

const visitorPages = (places: readonly PlaceImpact[], which: 'letIn' | 'shutOut'): PlaceImpact[] =>
  places.filter(({ visitors: { now, after } }) => now !== after && after === (which === 'letIn'));

/** The end of a day to come. Of a day that is over the facts of today would tell nothing true. */
function dayAsked(on: string | undefined, today: Instant, { doc }: Setup): Instant {
  const { zone } = doc.site;
  const begins = on && on !== dayOf(today, doc.site) ? startOfDay(on, zone) : null;
  return begins === null ? today : Math.max(today, endOfDay(begins, zone));
}

/** What is asked of whoever comes to a place as it is live; null where there is none. */
function liveDoor(setup: Setup, pageId: string | undefined, blockId: string | undefined): Rule | null {
  const page = setup.pages.get(pageId ?? '');
  if (!page || page.retired) return null;
  const own = ruleOf(page.door, setup);
  if (blockId === undefined) return own;
  const block = page.blocks.find(({ id }) => id === blockId);
  return block ? ruleOfBlock(page, block, setup) : null;
}

function titleOf({ page: id, block: blockId }: PlaceImpact, draft: Setup, setup: Setup): string {
  const page = draft.pages.get(id) ?? setup.pages.get(id);
  const title = page?.title ?? id;
  if (blockId === null) return title;
  const block = page?.blocks.find((one) => one.id === blockId);
  const says = insightSays(setup.doc.site);
  return says.blockOf({ page: title, block: block ? blockKindOf(block).calledOnPage(setup.doc.site) : blockId });
}

async function namesOf(
  db: DataSource,
  ids: readonly string[],
  endingSoon: readonly string[],
): Promise<ImpactView['in']> {
  const shown = ids.slice(0, NAMED);
  const soon = new Set(endingSoon);
  const rows = shown.length
    ? await rowsFrom<{
        id: MemberId;
        name: string;
        standing: Standing;
      }>(db, 'SELECT id, name, standing FROM member WHERE id IN (?) ORDER BY standing, name, id', [shown])
    : [];
  return { count: ids.length, rows: rows.map((row) => ({ ...row, endsSoon: soon.has(row.id) })) };
}
