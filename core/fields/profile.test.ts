import { describe, expect, it } from 'vitest';
import { quillmoor } from '../../tests/support/quillmoor';
import { ownFields, readProfile } from './index';

const admitted = { standing: 'admitted' } as const;
const ids = (standing: 'admitted' | 'applicant' | 'lapsed', mayChange: boolean) =>
  ownFields(quillmoor, { standing })
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
    expect(ids('admitted', false)).toEqual(['novices', 'visits']);
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
    expect(readProfile(quillmoor, { standing: 'applicant' }, { 'colonies-kept': '7' })).toEqual({
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
