/**
 * Purpose: a form sent by somebody who is known: the profile, the topics, the answers as given, the letters.
 * Invariant: within the transaction of the act; the caller writes the person.
 */
import type { EntityManager } from 'typeorm';
import type { KeptAnswers, ReadForm } from '../../core/fields';
import type { AnyForm } from '../../core/forms';
import type { Instant } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { PersonInHand } from '../members';
import { insertRow } from '../platform/rows';
import type { EffectPorts } from './effect.ports';
import { tellOfSending } from './telling';
import { FormSendingRow } from './sending.entity';

export type Sender = {
  readonly manager: EntityManager;
  readonly person: PersonInHand;
  readonly setup: Setup;
  readonly revision: number;
  readonly now: Instant;
  readonly ports: EffectPorts;
};

/** Takes what was read of a form. @returns it as it is kept */
export async function takeSending(sender: Sender, form: AnyForm, read: ReadForm): Promise<KeptAnswers> {
  const { manager, person, setup, revision, now, ports } = sender;
  const { password: _, ...given } = read;
  // A name is changed where it was asked for; the address has a way of its own.
  await person.setProfile(given.name === '' ? null : given.name, given.fields, setup, now);
  if (form.parts.some(({ part }) => part === 'topics')) await person.setTopics(topicsAfter(person, form, given), now);
  await insertRow(manager, FormSendingRow, {
    id: ports.random.id<string>(),
    form: form.id,
    member: person.id,
    revision,
    answers: given,
    sentAt: now,
  });
  await tellOfSending({ manager, person, setup, now, ports }, form, given);
  return given;
}

/** Those the form offers as they were chosen; others stay. */
function topicsAfter(person: PersonInHand, form: AnyForm, given: KeptAnswers) {
  const offered = new Set(form.parts.flatMap((part) => (part.part === 'topics' ? part.topics : [])));
  return [...person.facts.topics.filter((topic) => !offered.has(topic)), ...given.topics];
}
