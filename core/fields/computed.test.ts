import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { quillmoor, quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import type { Words } from '../kernel';
import { computedBy, readForm, readProfile, withComputed, type RawForm } from './index';

const chip = (field: string, or = '') => ({ chip: `field:${field}` as const, or });
/** Quillmoor with a field that is made of others, as one's name where it has that role. */
const withMade = (of: Words, role?: 'name') => {
  const doc = quillmoorDocument();
  const about = { label: 'Apiary', of: { kind: 'computed', of }, seenBy: 'members', changedBy: 'nobody' };
  if (role) delete doc.fields.find((field) => field.role === role)!.role;
  doc.fields.push({ id: 'apiary', ...about, ...(role ? { role } : {}) } as never);
  return setupOf(doc);
};
const made = (of: Words, answers: Record<string, string | number | string[]>) =>
  computedBy(answers, withMade(of)).fields['apiary' as never];
const line = ['Kept at ', chip('apiary-postcode'), ', ', chip('colonies-kept'), ' (', chip('hive-type'), ').'];

describe('a field that is made of others', () => {
  it('copies one as people read it', () => {
    expect(made([chip('colonies-kept')], { 'colonies-kept': 3 })).toBe('3 colonies');
    expect(made([chip('hive-type')], { 'hive-type': 'top-bar' })).toBe('Top bar');
    expect(made([chip('interests')], { interests: ['pollen', 'planting'] })).toBe(
      'Pollen under the microscope and Planting for bees',
    );
  });

  it('joins several, and leaves out what stands before one that is missing', () => {
    const all = { 'apiary-postcode': 'QM4 7TB', 'colonies-kept': 3, 'hive-type': 'skep' };
    expect(made(line, all)).toBe('Kept at QM4 7TB, 3 colonies (Skep).');
    expect(made(['a ', chip('hive-type'), ', ', chip('colonies-kept')], { 'hive-type': 'skep' })).toBe('a Skep');
    expect(made(['a ', chip('hive-type'), ', ', chip('colonies-kept')], { 'colonies-kept': 1 })).toBe('1 colony');
    expect(made(['a ', chip('hive-type', 'hive'), ', ', chip('colonies-kept')], { 'colonies-kept': 1 })).toBe(
      'a hive, 1 colony',
    );
  });

  it('is nothing where none of it is answered, whatever is said instead', () => {
    expect(made([chip('hive-type', 'some hive')], {})).toBeNull();
    expect(made([chip('hive-type'), ' ', chip('no-such')], { 'no-such': 'x' })).toBeNull();
  });

  it('is never made of a name, an address, an agreement or another of its kind', () => {
    const answers = { 'full-name': 'Perrin', mail: 'a@b.co', rules: 3, apiary: 'x' };
    for (const id of Object.keys(answers)) expect(made([chip(id)], answers)).toBeNull();
  });

  it('follows: whatever was there before, it is what the answers make it', () => {
    const setup = withMade(line);
    const value = fc.option(fc.string(), { nil: undefined });
    fc.assert(
      fc.property(value, value, (before, postcode) => {
        const answers = Object.fromEntries(
          Object.entries({ apiary: before, 'apiary-postcode': postcode }).filter(([, one]) => one !== undefined),
        ) as Record<string, string>;
        const once = withComputed(answers, setup);
        expect(withComputed(once, setup)).toEqual(once);
        expect(once['apiary'] ?? null).toBe(computedBy(answers, setup).fields['apiary' as never]);
      }),
    );
  });

  it('is asked on no form and taken from none, and may be the name of whoever sends one', () => {
    const setup = withMade([chip('talk-title'), ' of ', chip('apiary-postcode')], 'name');
    const form = {
      parts: [
        { part: 'field', field: 'apiary', required: true, half: false },
        { part: 'field', field: 'talk-title', required: true, half: false },
        { part: 'field', field: 'apiary-postcode', required: false, half: false },
      ] as never,
    };
    const sent: RawForm = { apiary: 'Somebody else', 'talk-title': 'Perrin Oake', 'apiary-postcode': 'QM4 7TB' };
    expect(readForm(form, setup, sent)).toMatchObject({
      ok: true,
      value: { name: 'Perrin Oake of QM4 7TB', fields: { 'talk-title': 'Perrin Oake', 'apiary-postcode': 'QM4 7TB' } },
    });
    expect(readForm(form, quillmoor, sent)).toMatchObject({ ok: true, value: { name: '' } });
  });

  it('is no name that reads as an address or is longer than an account can hold, told where it was typed', () => {
    const setup = withMade([chip('talk-title'), ' ', chip('apiary-postcode')], 'name');
    const form = { parts: [{ part: 'field', field: 'talk-title', required: true, half: false }] as never };
    for (const wrong of ['https://moor.example', 'x'.repeat(121)]) {
      const fault = { at: 'talk-title', label: 'Title of the talk', says: expect.any(String) };
      expect(readForm(form, setup, { 'talk-title': wrong })).toEqual({ ok: false, refusal: [fault] });
    }
    const owner = { standing: 'admitted', terms: [], groups: [], fields: { 'apiary-postcode': 'QM4 7TB' } } as const;
    expect(readProfile(setup, owner as never, { 'talk-title': 'moor.example/x' }, 'staff')).toMatchObject({
      ok: false,
      refusal: [{ at: 'talk-title' }],
    });
    expect(readProfile(setup, owner as never, { 'talk-title': 'Perrin Oake' }, 'staff')).toMatchObject({ ok: true });
  });
});
