/**
 * Purpose: whom a form tells by itself that it was sent: by letters to whoever sent it, to staff, to an address, and by
 * calls to web hooks.
 * Invariant: of a signup they are told once the address has been shown to be the sender's, so that nobody can make the site
 * write to a stranger, or to its staff, what they like.
 */
import type { EntityManager } from 'typeorm';
import type { Facts } from '../../core/facts';
import { saidOn, type KeptAnswers } from '../../core/fields';
import { type AnyForm } from '../../core/forms';
import type { Instant } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { PersonInHand } from '../members';
import type { EffectPorts } from './effect.ports';

type TellingScene = {
  readonly manager: EntityManager;
  readonly person: PersonInHand;
  readonly setup: Setup;
  readonly now: Instant;
  readonly ports: EffectPorts;
};

/** Everybody and everything that is to know of a sending. */
export async function tellOfSending(scene: TellingScene, form: AnyForm, given: KeptAnswers): Promise<void> {
  const { manager, person, setup, now, ports } = scene;
  if (person.owner) return;
  await ports.hooks.tell({ manager, facts: person.facts, setup, now }, form, given);
  const { address } = ports;
  const letters = (form.letters ?? []).filter(({ message }) => setup.messages.has(message));
  const staff = letters.some(({ to }) => to !== 'sender' && 'part' in to) ? await ports.staff.all(manager) : [];
  for (const { message, to, answers: only } of letters) {
    const answers = saidOn(form.parts, given, setup, only)
      .map(({ label, value }) => `${label}: ${value}`)
      .join('\n');
    const words = { memberName: person.facts.name ?? '', answers, formTitle: form.title };
    if (to === 'sender') {
      const { facts } = person;
      const post = { message, to: facts.mail ?? '', member: person.id, facts, words, secrets: { link: address } };
      await ports.outbox.post(manager, setup, post, now);
      continue;
    }
    const people =
      'part' in to ? staff.filter(({ parts }) => parts.includes(to.part)) : [{ name: null, mail: to.address }];
    for (const { name, mail } of people) {
      const facts: Facts = { ...person.facts, name, mail };
      const link = `${address}/desk/members?person=${person.id}`;
      const post = { message, to: mail, member: null, about: person.id, facts, words, secrets: { link } };
      await ports.outbox.post(manager, setup, post, now);
    }
  }
}
