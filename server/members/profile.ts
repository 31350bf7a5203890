/**
 * Purpose: answers of a profile changed, by the member or by staff: read by their fields, kept with timeline and audit in
 * one act.
 */
import type { FieldValue } from '../../core/facts';
import { readProfile, type AnswerFault, type ByWhom, type RawForm } from '../../core/fields';
import { ok, refuse, type MemberId, type Result } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { Acts, AlreadySent, Envelope } from '../platform/acts';
import { noteOnTimeline } from './member.store';
import { membersSays } from './members.sentences';
import { PersonInHand } from './person.in.hand';

export type ProfileRefusal = { readonly code: 'not-found' } | { readonly faults: AnswerFault[] } | AlreadySent;

/** @returns the labels of what has changed; none where everything was so already */
export async function changeProfile(
  acts: Acts,
  envelope: Envelope,
  id: MemberId,
  raw: RawForm,
  by: ByWhom,
  setup: Setup,
): Promise<Result<string[], ProfileRefusal>> {
  const done = await acts.carryOut<string[], ProfileRefusal>(envelope, async ({ manager, now, about }) => {
    const person = await PersonInHand.read(manager, id);
    if (!person) return refuse({ code: 'not-found' });
    const read = readProfile(setup, person.facts, raw, by);
    if (!read.ok) return refuse({ faults: read.refusal });
    const { name, fields } = read.value;
    const known = person.facts.fields as Readonly<Record<string, FieldValue>>;
    const other = Object.entries(fields).filter(
      ([field, value]) => JSON.stringify(known[field] ?? null) !== JSON.stringify(value),
    );
    const newName = name === person.facts.name ? null : name;
    const changed = setup.doc.fields.filter(
      ({ id: field, role }) => (role === 'name' && newName !== null) || other.some(([one]) => one === field),
    );
    if (changed.length === 0) return ok([]);
    await person.setProfile(newName, Object.fromEntries(other), setup, now);
    await person.write(setup);
    about({ subject: id, detail: { fields: changed.map((field) => field.id) } });
    const labels = changed.map(({ label }) => label);
    const says = membersSays(setup.doc.site);
    const { who } = envelope;
    const title =
      who.kind === 'staff'
        ? says.profileCorrected({ fields: labels, by: who.name })
        : says.profileChanged({ fields: labels });
    await noteOnTimeline(manager, id, [{ at: now, what: 'profile.changed', title }]);
    return ok(labels);
  });
  return done.ok ? ok(done.value.value) : done;
}
