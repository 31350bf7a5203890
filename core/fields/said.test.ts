/** What a reviewer reads of the answers on a form. */
import { expect, it } from 'vitest';
import { quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import { saidOn } from './said';

it('a question that was not shown is not told as left open; one that was shown is', () => {
  const document = quillmoorDocument();
  const fields = document.fields as unknown as Record<string, unknown>[];
  const own = { seenBy: 'staff', changedBy: 'member' };
  fields.push(
    {
      ...own,
      id: 'language',
      label: 'Language',
      of: {
        kind: 'oneChoice',
        choices: [
          { id: 'english', label: 'English' },
          { id: 'other', label: 'Another' },
        ],
      },
    },
    { ...own, id: 'which', label: 'Which other language?', of: { kind: 'shortText' } },
  );
  const form = document.forms.find(({ id }) => id === 'join-quillmoor')!;
  (form.parts as unknown[]).push(
    { part: 'field', field: 'language', required: false },
    {
      part: 'field',
      field: 'which',
      required: false,
      when: { fact: 'field', field: 'language', test: { op: 'is', value: 'other' } },
    },
  );
  const setup = setupOf(document);
  const parts = setup.forms.get('join-quillmoor')!.parts;
  const told = (answers: Record<string, string>) =>
    saidOn(parts, { name: 'Ingrid Strauß', mail: 'ingrid@oake.example', fields: answers as never, topics: [] }, setup)
      .filter(({ label }) => label.includes('anguage'))
      .map(({ label, value }) => `${label} ${value}`);
  expect(told({ language: 'english' })).toEqual(['Language English']);
  expect(told({ language: 'other' })).toEqual(['Language Another', 'Which other language? not answered']);
  expect(told({ language: 'other', which: 'Welsh' })).toEqual(['Language Another', 'Which other language? Welsh']);
  expect(told({})).toEqual(['Language not answered']);
});
