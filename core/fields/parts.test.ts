import { describe, expect, it } from 'vitest';
import { quillmoor, quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import { questionsOf, readForm, type AnswerRule, type Beforehand, type PartOfForm, type RawForm } from './index';

const nowhere: Beforehand = { query: () => null, profile: () => null, words: () => null, says: () => 'so' };
const asks = (field: string, more: object = {}): PartOfForm =>
  ({ part: 'field', field, required: true, half: false, ...more }) as never;
const when = (field: string, test: object): AnswerRule => ({ fact: 'field', field, test }) as never;
const read = (parts: PartOfForm[], raw: RawForm) => {
  const found = readForm({ parts }, quillmoor, raw);
  return found.ok ? found.value.fields : found.refusal.map(({ at }) => at);
};

describe('what is shown only if an answer before it is so', () => {
  const parts = [
    asks('heard-of-us', { required: false }),
    asks('years-keeping', { when: when('heard-of-us', { op: 'is', value: 'market-stall' }) }),
    asks('colonies-kept', { when: when('years-keeping', { op: 'atLeast', value: 2 }) }),
  ];
  it.each<[string, RawForm, unknown]>([
    ['is not asked while it is not', {}, {}],
    ['is asked once it is', { 'heard-of-us': 'market-stall' }, ['years-keeping']],
    [
      'is not kept, though it was sent, where it is not shown',
      { 'heard-of-us': 'swarm', 'years-keeping': '4', 'colonies-kept': '3' },
      { 'heard-of-us': 'swarm' },
    ],
    [
      'hangs on what is shown alone',
      { 'heard-of-us': 'market-stall', 'years-keeping': '4', 'colonies-kept': '3' },
      { 'heard-of-us': 'market-stall', 'years-keeping': 4, 'colonies-kept': 3 },
    ],
  ])('%s', (_, raw, comes) => expect(read(parts, raw)).toEqual(comes));

  it('hides a whole page, as far as the next', () => {
    const paged: PartOfForm[] = [
      asks('years-keeping'),
      { part: 'page', title: 'Your bees', when: when('years-keeping', { op: 'atLeast', value: 1 }) },
      asks('colonies-kept'),
      { part: 'page', title: 'And last' },
      asks('apiary-postcode'),
    ];
    expect(read(paged, { 'years-keeping': '0', 'apiary-postcode': 'QM4 7TB' })).toEqual({
      'years-keeping': 0,
      'apiary-postcode': 'QM4 7TB',
    });
    expect(read(paged, { 'years-keeping': '2', 'apiary-postcode': 'QM4 7TB' })).toEqual(['colonies-kept']);
  });
});

describe('what the form sets', () => {
  const set = asks('heard-of-us', { hidden: true, start: { from: 'constant', value: 'swarm' } });
  it('cannot be sent otherwise, is not shown, and no condition hangs on it', () => {
    const late = asks('years-keeping', { when: when('heard-of-us', { op: 'is', value: 'swarm' }) });
    expect(read([set, late], { 'heard-of-us': 'market-stall' })).toEqual({ 'heard-of-us': 'swarm' });
    expect(questionsOf([set, late], quillmoor, nowhere).map(({ name, shown }) => [name, shown])).toEqual([
      ['years-keeping', false],
    ]);
  });

  it('comes from the address by its name alone, and from nothing the field would not take', () => {
    const part = asks('heard-of-us', { hidden: true, start: { from: 'query', name: 'from' } });
    const start = (value: string | null) =>
      questionsOf([part], quillmoor, { ...nowhere, query: (name) => (name === 'from' ? value : 'other') })[0]!.start;
    expect(start('swarm')).toBe('swarm');
    expect(start('owl')).toBe(null);
    expect(start(null)).toBe(null);
    expect(read([part], { 'heard-of-us': 'owl' })).toEqual({});
    expect(read([part], { 'heard-of-us': 'swarm' })).toEqual({ 'heard-of-us': 'swarm' });
  });

  it('begins with the profile as it is kept, even where the field would take it no more', () => {
    const part = asks('years-keeping', { start: { from: 'profile' } });
    expect(questionsOf([part], quillmoor, { ...nowhere, profile: () => 900 })[0]!.start).toBe('900');
  });

  it('needs a source', () => {
    const doc = quillmoorDocument();
    doc.forms[0]!.parts.push(asks('hive-type', { hidden: true }));
    expect(() => setupOf(doc)).toThrow(/address/);
  });
});

it('an example stands in the empty input of its field, and is no answer', () => {
  const doc = quillmoorDocument();
  doc.fields.find(({ id }) => (id as string) === 'apiary-postcode')!.placeholder = 'QM4 7TB';
  const setup = setupOf(doc);
  const [question] = questionsOf([asks('apiary-postcode')], setup, nowhere);
  expect(question).toMatchObject({ placeholder: 'QM4 7TB', start: null });
  expect(readForm({ parts: [asks('apiary-postcode')] }, setup, {}).ok).toBe(false);
});
