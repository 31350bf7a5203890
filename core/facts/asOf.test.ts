import { describe, expect, it } from 'vitest';
import { keeper } from '../../tests/support/quillmoor';
import { DAY } from '../kernel';
import { factsAsOf, type Past } from './asOf';

const joined = keeper.joinedAt!;
const admitted = keeper.admittedAt!;
const past: Past = {
  standings: [
    { at: admitted, standing: 'admitted' },
    { at: joined, standing: 'applicant' },
    { at: admitted + 100 * DAY, standing: 'paused' },
    { at: admitted + 130 * DAY, standing: 'admitted' },
  ],
  groups: [{ group: 'swarm-collectors' as never, since: admitted + 20 * DAY }],
  answers: [],
};

describe('the facts of an earlier day', () => {
  it('have the answers and the name of that day', () => {
    const answers: Past['answers'] = [
      { field: 'colonies-kept', until: admitted + 10 * DAY, value: 2 },
      { field: 'colonies-kept', until: admitted + 5 * DAY, value: null },
      { field: 'interests', until: admitted + 10 * DAY, value: ['pollen'] },
      { field: 'talk-title', until: admitted + 10 * DAY, value: null },
      { field: '', until: admitted + 10 * DAY, value: 'Ida Thorle' },
    ];
    const now = { ...keeper, name: 'Ida Marrowby', fields: { 'colonies-kept': 4, 'talk-title': 'Moor' } as never };
    const on = (days: number) => {
      const { name, fields } = factsAsOf(now, { ...past, answers }, admitted + days * DAY)!;
      return [name, fields];
    };
    expect(on(10)).toEqual(['Ida Marrowby', { 'colonies-kept': 4, 'talk-title': 'Moor' }]);
    expect(on(9.9)).toEqual(['Ida Thorle', { 'colonies-kept': 2, interests: ['pollen'] }]);
    expect(on(5)).toEqual(['Ida Thorle', { 'colonies-kept': 2, interests: ['pollen'] }]);
    expect(on(4)).toEqual(['Ida Thorle', { interests: ['pollen'] }]);
  });

  it('are nobody’s before the person came', () => {
    expect(factsAsOf(keeper, past, joined - 1)).toBeNull();
  });

  it('are an applicant’s until the admission: no term, no group, not admitted', () => {
    expect(factsAsOf(keeper, past, joined)).toMatchObject({
      standing: 'applicant',
      standingSince: joined,
      admittedAt: null,
      terms: [],
      groups: [],
      name: keeper.name,
    });
  });

  it('follow each change of standing, each term and each group from its own day on', () => {
    const on = (days: number) => factsAsOf(keeper, past, admitted + days * DAY)!;
    expect(on(0)).toMatchObject({ standing: 'admitted', admittedAt: admitted, groups: [] });
    expect(on(0).terms).toHaveLength(1);
    expect(on(21).groups).toEqual(['swarm-collectors']);
    expect(on(110)).toMatchObject({ standing: 'paused', standingSince: admitted + 100 * DAY });
    expect(on(131).standing).toBe('admitted');
  });
});
