import { describe, expect, it } from 'vitest';
import { NOW, mentor, quillmoor, quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import { readForm, type RawForm } from '../fields';
import type { fieldKinds } from '../fields/kinds';
import type { SetupDocument } from '../setup';
import { sampleAnswers, tryForm } from './index';

const changed = (change: (doc: SetupDocument) => void) => {
  const doc = quillmoorDocument();
  change(doc);
  return setupOf(doc);
};
const tried = (setup = quillmoor, raw: RawForm = {}, id = 'join-quillmoor') => {
  const form = setup.forms.get(id)!;
  const done = tryForm(form, { ...sampleAnswers(form, setup, NOW), ...raw }, setup, NOW, mentor);
  if (!done.ok) throw new Error(JSON.stringify(done.refusal));
  return done.value;
};
const rule = (field: string, test: object) => ({ fact: 'field', field, test }) as never;

describe('a test send', () => {
  it('tells where each answer goes', () => {
    const { stored } = tried(quillmoor, { 'colonies-kept': '3' });
    const where = Object.fromEntries(stored.map((one) => [one.label, `${one.value} → ${one.where}`]));
    expect(where).toMatchObject({
      'Full name': 'Perrin Oake → profile, the person’s name',
      Email: 'perrin.oake@mail.example → the address to sign in with',
      'How many colonies do you keep?': '3 colonies → profile, Colonies kept',
      'News by mail': 'Apiary news → topics of mail',
      'Our rules': 'agreed to version 3 → profile, Our rules',
      'Choose a password': 'chosen → the password, of which only a digest is kept',
    });
  });

  it('tells the way, what is given and which letters leave', () => {
    const { steps, gives, letters } = tried();
    expect(steps).toEqual(['Goes by Keeper path', 'Waits at gate 1, Confirm email', 'Then comes to gate 2, Review']);
    expect(gives).toEqual(['Keeper until 14 October 2027']);
    expect(letters).toEqual(['Confirm your address, with the code']);
  });

  it('follows the answers: another way, a gate for some, an end at once', () => {
    const setup = changed((doc) => {
      doc.paths[0]!.gates[1]!.when = rule('colonies-kept', { op: 'atLeast', value: 10 });
      doc.paths[0]!.turns = [
        { when: rule('colonies-kept', { op: 'atLeast', value: 400 }), decline: 'Write to us first.' },
        { when: rule('colonies-kept', { op: 'atLeast', value: 100 }), to: 'speaker-path' as never },
      ];
      doc.forms[0]!.letters = [{ message: 'declined' as never, to: { part: 'owner' } }];
    });
    expect(tried(setup).steps.at(-1)).toBe('Gate 2, Review, is not asked of these answers');
    expect(tried(setup).letters.at(-1)).toMatch(/once the address is confirmed$/);
    expect(tried(setup, { 'colonies-kept': '120' }).steps[0]).toBe('The answers lead to Speaker path instead');
    const ended = tried(setup, { 'colonies-kept': '450' });
    expect(ended.steps.at(-1)).toBe('Is declined at once: Write to us first.');
    expect(ended.gives).toEqual([]);
  });

  it('of a follow-up gives what its answers give to the one who looks', () => {
    const setup = changed((doc) => {
      const { purpose } = doc.forms.find(({ id }) => id === 'mentors-questionnaire')!;
      if (purpose.is === 'followUp')
        purpose.grants.push({ group: 'committee' as never }, { group: 'mentors' as never });
    });
    expect(tried(setup, {}, 'mentors-questionnaire').gives).toEqual(['Committee']);
  });

  it('is refused with the faults of a real one', () => {
    const form = quillmoor.forms.get('join-quillmoor')!;
    const raw = { ...sampleAnswers(form, quillmoor, NOW), 'colonies-kept': '-1' };
    const done = tryForm(form, raw, quillmoor, NOW);
    const real = readForm(form, quillmoor, raw);
    expect(done.ok ? null : done.refusal).toEqual(real.ok ? null : real.refusal);
  });
});

describe('the answers of somebody made up', () => {
  it('are taken by every form of Quillmoor', () => {
    for (const form of quillmoor.doc.forms)
      expect(readForm(form, quillmoor, sampleAnswers(form, quillmoor, NOW))).toMatchObject({ ok: true });
  });

  it('are taken by a field of every kind', () => {
    const kinds: Record<Exclude<keyof typeof fieldKinds, 'computed'>, object> = {
      shortText: { longest: 5 },
      longText: { longest: 500 },
      number: { least: 7, most: 9 },
      yesNo: {},
      oneChoice: {
        choices: [
          { id: 'a', label: 'A' },
          { id: 'b', label: 'B' },
        ],
      },
      severalChoices: {
        choices: [
          { id: 'a', label: 'A' },
          { id: 'b', label: 'B' },
        ],
      },
      date: { earliest: '2031-01-01' },
      dateRange: { latest: '2001-01-01' },
      mail: {},
      phone: {},
      webAddress: {},
      country: {},
      colour: {},
      imageChoice: {
        choices: [
          { id: 'a', label: 'A' },
          { id: 'b', label: 'B' },
        ],
      },
      picture: {},
      agreement: { agree: 'I agree', text: ['Bring cake.'], version: 2 },
    };
    const setup = changed((doc) => {
      for (const [kind, more] of Object.entries(kinds)) {
        const id = `a-${kind.toLowerCase()}` as never;
        doc.fields.push({ id, label: kind, of: { kind, ...more } as never, seenBy: 'staff', changedBy: 'staff' });
        doc.forms[0]!.parts.push({ part: 'field', field: id, required: true, half: false });
      }
    });
    const form = setup.forms.get('join-quillmoor')!;
    expect(readForm(form, setup, sampleAnswers(form, setup, NOW))).toMatchObject({ ok: true });
  });
});
