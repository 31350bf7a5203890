/** Purpose: the viewpoint: what one person, on one day, can open. */
import type { DataSource } from 'typeorm';
import type { DoorSightView, SightView, TraceView } from '../../contract';
import { doorsOf, explain, ruleOf, type Rule, type Trace } from '../../core/doors';
import { factsAhead, factsAsOf, sayStanding, visitorFacts, type Facts } from '../../core/facts';
import { pathOf, waitsAt } from '../../core/joining';
import {
  begins,
  dayOf,
  firstNameOf,
  never,
  sayDate,
  sayTime,
  type Instant,
  type MemberId,
  type PathId,
} from '../../core/kernel';
import { daysBetween, endOfDay, startOfDay } from '../../core/kernel/calendar';
import { hrefOfPage, pagesSeen, resolvePage, sayWays, sightSentence, wordsFor, type PageItem } from '../../core/pages';
import type { Setup } from '../../core/setup';
import { applicationOfMember } from '../joining';
import { factsOf, isMember, levelNote, pastOf } from '../members';
import type { Live, SetupStore } from '../setup';
import type { MadeUpPeople } from './made.up';
import { viewpointSays } from './viewpoint.sentences';

/** Whose eyes, and when. `before`: the person as known now, where the day is one on which they were not here yet. */
export type Viewpoint = { readonly facts: Facts; readonly at: Instant; readonly before: Facts | null };

/** The end of another calendar day, so that what ends on it has ended; `now` itself when no other day is named. */
export function instantOn(day: string | undefined, now: Instant, setup: Setup): Instant {
  const { zone } = setup.doc.site;
  const today = dayOf(now, setup.doc.site);
  if (!day || day === today) return now;
  const start = startOfDay(day, zone);
  return start === null ? now : endOfDay(start, zone);
}

export class Sight {
  constructor(
    private readonly db: DataSource,
    private readonly madeUp: MadeUpPeople,
    private readonly setups: Pick<SetupStore, 'liveAt'>,
  ) {}

  /** @returns null when there is no such person */
  async of(person: string, day: string | undefined, now: Instant, setup: Setup): Promise<Viewpoint | null> {
    const at = instantOn(day, now, setup);
    if (person === 'visitor') return { facts: visitorFacts, at, before: null };
    const facts = (await isMember(this.db.manager, person)) ? await factsOf(this.db.manager, person as MemberId) : null;
    if (!facts) return this.ofMadeUp(person, at, now, setup);
    if (at >= now) return { facts: factsAhead(facts, now, at), at, before: null };
    const then = factsAsOf(facts, await pastOf(this.db.manager, person as MemberId), at);
    return then ? { facts: then, at, before: null } : { facts: visitorFacts, at, before: facts };
  }

  /** What was made up is so since the day their standing began. */
  private async ofMadeUp(person: string, at: Instant, now: Instant, setup: Setup): Promise<Viewpoint | null> {
    const facts = await this.madeUp.facts(person, now, setup);
    if (!facts) return null;
    return (facts.joinedAt ?? 0) <= at ? { facts, at, before: null } : { facts: visitorFacts, at, before: facts };
  }

  /** What was live on a day that is over; on any other what is live, or drafted. */
  async liveOn(at: Instant, now: Instant, live: Live): Promise<Live> {
    const then = at < now ? await this.setups.liveAt(at) : null;
    return then ? { ...live, ...then, doors: doorsOf(then.setup) } : live;
  }

  async view(view: Viewpoint, now: Instant, present: Live): Promise<SightView> {
    const { facts, at, before } = view;
    const { setup, doors } = await this.liveOn(at, now, present);
    const who = before ?? facts;
    const { site } = setup.doc;
    const words = viewpointSays(site);
    const pages = pagesSeen(facts, at, doors);
    const waiting = facts.member && facts.standing === 'applicant' ? await this.waiting(facts.member, at, setup) : '';
    const days = daysBetween(now, at, setup.doc.site.zone);
    const first = before?.joinedAt ? sayDate(before.joinedAt, setup.doc.site) : '';
    return {
      person: {
        id: who.member ?? 'visitor',
        name: who.name ?? words.visitor,
        note: before ? words.notYet : facts.member ? noteOf(facts, setup, at) : words.notSignedIn,
        standing: facts.standing,
      },
      day: dayOf(at, setup.doc.site),
      dayLabel: sayDate(at, setup.doc.site).replace(/(\d+ \p{L}{3})\p{L}*/u, '$1'),
      distance:
        days === 0
          ? words.todayAt({ time: sayTime(now, site) })
          : days > 0
            ? words.ahead({ count: days })
            : words.ago({ count: -days }),
      sentence: before
        ? words.before({ name: before.name ?? '', date: first, sight: sightSentence(pages, '', site) })
        : sightSentence(pages, waiting, site),
      pages: pages.map((page) => ({ ...page, because: page.because as SightView['pages'][number]['because'] })),
    };
  }

  /** One door for one person, with what they see of a page. */
  async door(
    view: Viewpoint,
    rule: Rule,
    pageId: string | undefined,
    now: Instant,
    live: Live,
  ): Promise<DoorSightView> {
    const { setup, doors } = live;
    const { facts, at } = view;
    const page = setup.pages.get(pageId ?? '');
    const words = viewpointSays(setup.doc.site);
    const name = facts.name ? firstNameOf(facts.name) : words.aVisitor;
    const { open, because } = explain(rule, facts, at, setup);
    const stored =
      facts.member && facts.standing === 'applicant'
        ? await applicationOfMember(this.db.manager, facts.member, setup)
        : null;
    const path = stored?.application.path ?? null;
    const person = doors.prepare(facts, at);
    const back = page ? hrefOfPage(page, setup) : '/';
    return {
      person: { id: facts.member ?? 'visitor', name },
      open,
      head: begins(doorHead(because, name, setup), setup.doc.site),
      because: because as TraceView,
      ways: open ? [] : sayWays(rule, back, person, setup, path, live.full).map(({ says }) => says),
      then: page && at < now ? await this.asItWas(page.id, facts, at, name) : null,
      sees: page ? pageSentence(page, facts, at, live, path) : null,
    };
  }

  /** Why they got in on that day or not, by the facts and the set-up of that day. */
  private async asItWas(page: string, facts: Facts, at: Instant, name: string): Promise<DoorSightView['then']> {
    const live = await this.setups.liveAt(at);
    const was = live?.setup.pages.get(page);
    if (!live || !was || was.retired) return null;
    const { setup, revision } = live;
    const { site } = setup.doc;
    const { open, because } = explain(ruleOf(was.door, setup), facts, at, setup);
    const says = viewpointSays(site);
    const title = (open ? says.gotIn : says.gotNotIn)({ name, date: sayDate(at, site), revision });
    return {
      title: begins(title, site),
      open,
      head: begins(doorHead(because, name, setup), site),
      because: because as TraceView,
    };
  }

  private async waiting(member: MemberId, at: Instant, setup: Setup): Promise<string> {
    const stored = await applicationOfMember(this.db.manager, member, setup);
    // Where an application stood on an earlier day is told by its own history alone.
    if (stored && stored.application.gateSince > at) return '';
    return stored ? waitsAt(pathOf(stored.application, setup), stored.application, at, setup.doc.site) : '';
  }
}

/** What the door asks of them and what they miss, in one sentence. */
function doorHead(because: Trace, name: string, setup: Setup): string {
  const says = viewpointSays(setup.doc.site);
  if (because.of === 'condition') return because.met ? says.meetsIt({ name }) : says.missesIt({ name });
  if (because.parts.length === 0) return because.met ? says.openToAll : says.shutForAll;
  const missed = because.parts.filter(({ met }) => !met).length;
  if (because.of === 'all') return missed ? says.missesSome({ name, count: missed }) : says.meetsAll({ name });
  const met = because.parts.length - missed;
  if (because.of === 'any') return met ? says.meetsSome({ name, count: met }) : says.meetsNone({ name });
  return because.met ? says.isNoneOf({ name }) : says.isSomeOf({ name, count: met });
}

/** How much of one page somebody sees. */
function pageSentence(page: PageItem, facts: Facts, at: Instant, { setup, doors }: Live, path: PathId | null): string {
  const says = viewpointSays(setup.doc.site);
  const resolved = resolvePage(page, doors.prepare(facts, at), wordsFor(facts, at, setup), doors, path);
  switch (resolved.is) {
    case 'missing':
      return says.seesNothing;
    case 'elsewhere':
      return says.seesOther({ address: resolved.address });
    case 'page': {
      const { blocks, aside, shut } = resolved.view;
      const seen = { seen: blocks.length + aside.length, count: page.blocks.length };
      return shut ? says.seesOutside(seen) : says.seesInside(seen);
    }
    default:
      return never(resolved);
  }
}

function noteOf(facts: Facts, setup: Setup, at: Instant): string {
  const level = levelNote(facts, setup, at);
  const standing = facts.standing ? sayStanding(facts.standing, setup.doc.site) : '';
  return facts.standing === 'admitted' ? (level ?? standing) : standing;
}
