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
};

describe('the facts of an earlier day', () => {
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
