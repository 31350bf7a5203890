/** Purpose: what a level opens, worked out from the doors: for who was admitted with it today and holds nothing else. */
import { doorsOf } from '../doors';
import { visitorFacts, type Facts } from '../facts';
import type { Instant, LevelId, MemberId, PageId } from '../kernel';
import type { Setup } from '../setup';

export type Opened = { readonly id: PageId; readonly title: string };

/** The pages that let in who holds that level, in the order of the set-up. */
export function openedBy(level: LevelId, setup: Setup, now: Instant): Opened[] {
  const doors = doorsOf(setup);
  const holder: Facts = {
    ...visitorFacts,
    member: 'aaaaaaaaaaaaaaaaaaaa' as MemberId,
    standing: 'admitted',
    standingSince: now,
    joinedAt: now,
    admittedAt: now,
    terms: [{ level, from: now, until: null }],
  };
  const person = doors.prepare(holder, now);
  return setup.doc.pages.flatMap(({ id, title, door, retired }) =>
    !retired && doors.predicate(door)(person) ? [{ id, title }] : [],
  );
}
