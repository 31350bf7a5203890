/**
 * Purpose: places on a form of which there are only so many: who has one, who is next.
 * Invariant: whoever gives a place away holds the places of the form until the transaction ends, so that the last place goes to
 * one. A place is held from the sending of the form until the application ends without an admission. Shadows hold one
 * too: else the number left would tell that an address is known.
 */
import { holdShared } from '../platform/locks';
import { rowsFrom } from '../platform/rows';
import type { EntityManager } from 'typeorm';
import type { AnyForm } from '../../core/forms';
import { advance, kindsOfPlaces, pathOf, type Step } from '../../core/joining';
import type { ApplicationId, Instant, MemberId } from '../../core/kernel';
import type { Setup } from '../../core/setup';

/** How many places are left. Holds them until the transaction ends. */
export async function placesLeft(manager: EntityManager, form: Pick<AnyForm, 'id' | 'places'>): Promise<number> {
  if (!form.places) return Infinity;
  await holdShared(manager, 'places', form.id);
  return form.places.count - (await placesTaken(manager, form.id));
}

/** How many hold a place, as it is just now. */
export async function placesTaken(manager: EntityManager, form: string): Promise<number> {
  const [row] = await rowsFrom<{ n: string }>(
    manager,
    `SELECT COUNT(*) AS n FROM application WHERE form = ? AND state IN ('open', 'admitted') AND gate_kind NOT IN (?)`,
    [form, kindsOfPlaces],
  );
  return Number(row?.n ?? 0);
}

/** Of whoever has just come to the place of a form: they have one, or are told that they wait for one. */
export function seated({ application, effects }: Step, free: boolean, now: Instant, setup: Setup): Step {
  const event = { it: free ? 'placeGiven' : 'noPlace' } as const;
  const placed = advance(pathOf(application, setup), application, event, now, setup);
  if (!placed.ok) throw new Error(`A place was refused: ${placed.refusal.code}`);
  return { ...placed.value, effects: [...effects, ...placed.value.effects] };
}

/** Who waits for a place, those who came first first. @param most so many of them */
export async function nextForPlace(
  manager: EntityManager,
  form: string,
  most: number,
): Promise<{ readonly id: ApplicationId; readonly member: MemberId }[]> {
  if (most <= 0) return [];
  return rowsFrom(
    manager,
    `SELECT id, member FROM application WHERE form = ? AND state = 'open' AND gate_kind IN (?)
     ORDER BY submitted_at, id LIMIT ?`,
    [form, kindsOfPlaces, most],
  );
}

/** How many wait for a place. */
export async function waitingForPlace(manager: EntityManager, form: string): Promise<number> {
  const [row] = await rowsFrom<{ n: string }>(
    manager,
    `SELECT COUNT(*) AS n FROM application WHERE form = ? AND state = 'open' AND gate_kind IN (?)`,
    [form, kindsOfPlaces],
  );
  return Number(row?.n ?? 0);
}

/** The forms whose places are all taken, and that keep no list of those who wait. Asks nothing where there are none such. */
export async function fullForms(manager: EntityManager, { doc }: Setup): Promise<ReadonlySet<string>> {
  const full = new Set<string>();
  for (const { id, places, retired } of doc.forms)
    if (places && !places.waitingList && !retired && (await placesTaken(manager, id)) >= places.count) full.add(id);
  return full;
}
