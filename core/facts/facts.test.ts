import { expect, it } from 'vitest';
import { DAY } from '../kernel';
import { toldUntil } from './facts';

const now = Date.UTC(2026, 9, 10);
const [paid, held] = [now + 30 * DAY, now + 44 * DAY];

it.each([
  ['paid, and held longer for a renewal', { until: held, paidUntil: paid }, now, paid],
  ['while that renewal is waited for', { until: held, paidUntil: paid }, paid, held],
  ['given for a time', { until: held }, now, held],
  ['given for a time, as rows say it', { until: held, paidUntil: null }, now, held],
  ['for good', { until: null }, now, null],
] as const)('what is told of a level that is %s', (_, term, at, until) => expect(toldUntil(term, at)).toBe(until));
