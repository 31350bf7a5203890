import { describe, expect, it } from 'vitest';
import { quillmoor, quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import { ownFields, readProfile } from './index';

const nothing = { terms: [], groups: [] };
const admitted = { standing: 'admitted', ...nothing } as const;
const ids = (standing: 'admitted' | 'applicant' | 'lapsed', mayChange: boolean) =>
  ownFields(quillmoor, { standing, ...nothing })
    .filter((own) => own.mayChange === mayChange)
    .map(({ field }) => field.id);

describe('a member’s own profile', () => {
  it('shows what they may see, and lets them change what they may', () => {
    expect(ids('admitted', true)).toEqual([
      'full-name',
      'apiary-postcode',
      'colonies-kept',
      'years-keeping',
      'hive-type',
      'portrait',
      'interests',
      'swarm-phone',
    ]);
    // What the questionnaire asks is seen and not changed here; Heard of us by is for staff.
    expect(ids('admitted', false)).toEqual(['rules', 'novices', 'visits']);
    expect(ids('lapsed', true)).toEqual(ids('admitted', true));
    expect(ids('applicant', true)).toEqual([]);
  });

  it('reads what was sent, empties what was emptied, and leaves the rest', () => {
    expect(readProfile(quillmoor, admitted, { 'colonies-kept': '7', 'hive-type': '' })).toEqual({
      ok: true,
      value: { name: null, fields: { 'colonies-kept': 7, 'hive-type': null } },
    });
    expect(readProfile(quillmoor, admitted, { 'full-name': ' Ida  Marrowby-Oake ' })).toMatchObject({
      value: { name: 'Ida Marrowby-Oake', fields: {} },
    });
  });

  it('reads nothing that may not be changed, whatever is sent', () => {
    const sent = { 'heard-of-us': 'swarm', mail: 'other@mail.example', nothing: 'x', __proto__: 'x' };
    expect(readProfile(quillmoor, admitted, sent)).toEqual({ ok: true, value: { name: null, fields: {} } });
    expect(readProfile(quillmoor, { standing: 'applicant', ...nothing }, { 'colonies-kept': '7' })).toEqual({
      ok: true,
      value: { name: null, fields: {} },
    });
  });

  it('tells every fault; a name there must be', () => {
    const read = readProfile(quillmoor, admitted, {
      'full-name': '',
      'colonies-kept': '-1',
      'apiary-postcode': 'moor',
    });
    expect(read.ok ? [] : read.refusal.map(({ at }) => at)).toEqual(['full-name', 'apiary-postcode', 'colonies-kept']);
  });
});

describe('a field about some', () => {
  const doc = quillmoorDocument();
  doc.fields.find(({ id }) => (id as string) === 'swarm-phone')!.about = {
    levels: ['patron' as never],
    groups: ['swarm-collectors' as never],
  };
  const setup = setupOf(doc);
  const has = (facts: object) =>
    ownFields(setup, { ...admitted, ...facts } as never).some(({ field }) => (field.id as string) === 'swarm-phone');

  it('is seen and changed by those who hold a level or are in a group of it, and by nobody else', () => {
    expect(has({})).toBe(false);
    expect(has({ groups: ['swarm-collectors'] })).toBe(true);
    expect(has({ groups: ['mentors'] })).toBe(false);
    expect(has({ terms: [{ level: 'patron', from: 0, until: null }] })).toBe(true);
    expect(readProfile(setup, admitted, { 'swarm-phone': '01632 960 001' })).toMatchObject({ value: { fields: {} } });
    expect(readProfile(setup, admitted, { 'swarm-phone': '01632 960 001' }, 'staff')).toMatchObject({
      value: { fields: {} },
    });
  });
});
