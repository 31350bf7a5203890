import { describe, expect, it } from 'vitest';
import { NOW, quillmoor } from '../../tests/support/quillmoor';
import { currentTerm, lastTerm } from '../facts';
import { DAY, type MemberId } from '../kernel';
import { MadeUp, madeUpAnswers, madeUpFacts } from './madeUp';
import { sampleAnswers } from './sample';
import { tryForm } from './trial';

const id = 'm'.repeat(20) as MemberId;
const ottilie: MadeUp = MadeUp.parse({
  name: 'Ottilie Wren',
  standing: 'admitted',
  days: 400,
  levels: [{ level: 'keeper', left: 10 }],
  groups: ['mentors', 'no-such'],
  answers: { 'years-keeping': 7, 'apiary-postcode': 'QM4 7TB', 'no-such': 'x', mail: 'ottilie@wren.example' },
});

describe('somebody made up', () => {
  it('has been here for as long as was said, on whatever day one looks', () => {
    for (const now of [NOW, NOW + 1000 * DAY]) {
      const facts = madeUpFacts(id, ottilie, now, quillmoor);
      expect(facts).toMatchObject({ name: 'Ottilie Wren', standing: 'admitted', admittedAt: now - 400 * DAY });
      expect(currentTerm(facts, now)).toMatchObject({ level: 'keeper', until: now + 10 * DAY });
      expect(currentTerm(facts, now + 11 * DAY)).toBeNull();
    }
  });

  it('has nothing that the set-up does not have', () => {
    const facts = madeUpFacts(id, { ...ottilie, levels: [{ level: 'gone' as never, left: null }] }, NOW, quillmoor);
    expect(facts.groups).toEqual(['mentors']);
    expect(facts.terms).toEqual([]);
    expect(facts.fields).toEqual({ 'years-keeping': 7, 'apiary-postcode': 'QM4 7TB' });
    expect(facts.mail).toBe('ottilie@wren.example');
  });

  it('may have a level that ended before they came to their standing', () => {
    const facts = madeUpFacts(
      id,
      { ...ottilie, standing: 'lapsed', days: 3, levels: [{ level: 'keeper' as never, left: -30 }] },
      NOW,
      quillmoor,
    );
    expect(currentTerm(facts, NOW)).toBeNull();
    expect(lastTerm(facts)).toEqual({ level: 'keeper', from: NOW - 31 * DAY, until: NOW - 30 * DAY });
  });

  it('was admitted by nobody while they apply', () => {
    expect(madeUpFacts(id, { ...ottilie, standing: 'applicant' }, NOW, quillmoor).admittedAt).toBeNull();
  });

  it('fills in a form with what they answer, and samples beside it', () => {
    const form = quillmoor.doc.forms[0]!;
    const answers = sampleAnswers(form, quillmoor, NOW, madeUpAnswers(ottilie, quillmoor));
    expect(answers).toMatchObject({ 'full-name': 'Ottilie Wren', mail: 'ottilie@wren.example', 'years-keeping': '7' });
    const done = tryForm(quillmoor.forms.get(form.id)!, answers, quillmoor, NOW);
    expect(done.ok && done.value.stored.map(({ value }) => value)).toContain('Ottilie Wren');
  });
});
