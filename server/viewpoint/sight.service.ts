/** Purpose: the viewpoint: what one person, on one day, can open. */
import type { DataSource } from 'typeorm';
import type { SightView } from '../../contract';
import { factsAsOf, sayStanding, visitorFacts, type Facts } from '../../core/facts';
import { pathOf, waitsAt } from '../../core/joining';
import { dayOf, sayDate, sayTime, type Instant, type MemberId } from '../../core/kernel';
import { daysBetween, startOfDay } from '../../core/kernel/calendar';
import { pagesSeen, sightSentence } from '../../core/pages';
import type { Setup } from '../../core/setup';
import { applicationOfMember } from '../joining';
import { factsOf, isMember, levelNote, pastOf } from '../members';
import type { Live } from '../setup';
import type { MadeUpPeople } from './made.up';
import { viewpointSays } from './viewpoint.sentences';

/** Whose eyes, and when. `before`: the person as known now, where the day is one on which they were not here yet. */
export type Viewpoint = { readonly facts: Facts; readonly at: Instant; readonly before: Facts | null };

/** The same time of day on another calendar day; `now` itself when no day is named. */
export function instantOn(day: string | undefined, now: Instant, setup: Setup): Instant {
  const { zone } = setup.doc.site;
  const today = dayOf(now, setup.doc.site);
  if (!day || day === today) return now;
  const start = startOfDay(day, zone);
  const own = startOfDay(today, zone);
  return start === null || own === null ? now : start + (now - own);
}

export class Sight {
  constructor(
    private readonly db: DataSource,
    private readonly madeUp: MadeUpPeople,
  ) {}

  /** @returns null when there is no such person */
  async of(person: string, day: string | undefined, now: Instant, setup: Setup): Promise<Viewpoint | null> {
    const at = instantOn(day, now, setup);
    if (person === 'visitor') return { facts: visitorFacts, at, before: null };
    const facts = (await isMember(this.db.manager, person)) ? await factsOf(this.db.manager, person as MemberId) : null;
    if (!facts) return this.ofMadeUp(person, at, now, setup);
    if (at >= now) return { facts, at, before: null };
    const then = factsAsOf(facts, await pastOf(this.db.manager, person as MemberId), at);
    return then ? { facts: then, at, before: null } : { facts: visitorFacts, at, before: facts };
  }

  /** What was made up is so since the day their standing began. */
  private async ofMadeUp(person: string, at: Instant, now: Instant, setup: Setup): Promise<Viewpoint | null> {
    const facts = await this.madeUp.facts(person, now, setup);
    if (!facts) return null;
    return (facts.joinedAt ?? 0) <= at ? { facts, at, before: null } : { facts: visitorFacts, at, before: facts };
  }

  async view(view: Viewpoint, now: Instant, live: Live): Promise<SightView> {
    const { setup, doors } = live;
    const { facts, at, before } = view;
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

  private async waiting(member: MemberId, at: Instant, setup: Setup): Promise<string> {
    const stored = await applicationOfMember(this.db.manager, member, setup);
    // Where an application stood on an earlier day is told by its own history alone.
    if (stored && stored.application.gateSince > at) return '';
    return stored ? waitsAt(pathOf(stored.application, setup), stored.application, at, setup.doc.site) : '';
  }
}

function noteOf(facts: Facts, setup: Setup, at: Instant): string {
  const level = levelNote(facts, setup, at);
  const standing = facts.standing ? sayStanding(facts.standing, setup.doc.site) : '';
  return facts.standing === 'admitted' ? (level ?? standing) : standing;
}
