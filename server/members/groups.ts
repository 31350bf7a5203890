/** Purpose: the groups somebody is in, changed by staff: kept with timeline and audit in one act. */
import type { GroupItem } from '../../core/facts';
import { ok, refuse, type GroupId, type MemberId, type Result } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { Acts, AlreadySent, Envelope } from '../platform/acts';
import { noteOnTimeline } from './member.store';
import { membersSays } from './members.sentences';
import { PersonInHand } from './person.in.hand';

type Moves = { readonly into: readonly GroupId[]; readonly outOf: readonly GroupId[] };
type Moved = { readonly into: string[]; readonly outOf: string[] };

/** The groups that can be given, and any other that is held. */
export const groupsFor = (held: readonly string[], { doc }: Setup): { id: GroupId; title: string; held: boolean }[] =>
  doc.groups
    .filter(({ id, retired }) => !retired || held.includes(id))
    .map(({ id, title }) => ({ id, title, held: held.includes(id) }));

/** @returns the titles of the groups somebody has come into and out of; none where it was so already */
export async function changeGroups(
  acts: Acts,
  envelope: Envelope,
  id: MemberId,
  { into, outOf }: Moves,
  setup: Setup,
): Promise<Result<Moved, { readonly code: 'not-found' } | AlreadySent>> {
  const done = await acts.carryOut<Moved, { readonly code: 'not-found' }>(envelope, async ({ manager, now, about }) => {
    const person = await PersonInHand.read(manager, id);
    if (!person) return refuse({ code: 'not-found' });
    const held = person.facts.groups;
    const come = into.flatMap((group) => {
      const item = setup.groups.get(group);
      return item && !item.retired && !held.includes(group) ? [item] : [];
    });
    const gone = outOf.filter((group) => held.includes(group) && !into.includes(group));
    if (come.length + gone.length === 0) return ok({ into: [], outOf: [] });
    for (const group of come) await person.giveGroup(group.id, now);
    for (const group of gone) await person.takeGroup(group);
    await person.write(setup);
    about({ subject: id, detail: { into: come.map((group) => group.id), outOf: gone } });
    const says = membersSays(setup.doc.site);
    const by = envelope.who.kind === 'staff' ? envelope.who.name : '';
    const titleOf = (group: GroupId | GroupItem) =>
      typeof group === 'object' ? group.title : (setup.groups.get(group)?.title ?? group);
    const moved = { into: come.map(titleOf), outOf: gone.map(titleOf) };
    await noteOnTimeline(manager, id, [
      ...(moved.into.length
        ? [{ at: now, what: 'groups.changed', title: says.putInto({ groups: moved.into, by }) }]
        : []),
      ...(moved.outOf.length
        ? [{ at: now, what: 'groups.changed', title: says.takenOutOf({ groups: moved.outOf, by }) }]
        : []),
    ]);
    return ok(moved);
  });
  return done.ok ? ok(done.value.value) : done;
}
