import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { makeStack, type Stack } from '../../tests/support/stack';
import { Limits, type Try } from './limits';

let stack: Stack;
beforeAll(async () => {
  stack = await makeStack({ members: 12 });
});
afterAll(() => stack.stop());
beforeEach(() => stack.query('DELETE FROM rate_limit'));

const address: Try = ['signInByPair', 'ida.marrowby@mail.example|192.0.2.7'];
const caller: Try = ['signInByCaller', '192.0.2.7'];
const make = () => new Limits(stack.services.database.pool);
const later = (minutes: number) => stack.query('UPDATE rate_limit SET expire = expire - ?', [minutes * 60_000]);

describe('limits', () => {
  it('count each key for itself, and say how often it was tried', async () => {
    const limits = make();
    expect(await limits.count(caller, address)).toEqual([1, 1]);
    expect(await limits.count(caller)).toEqual([2]);
    expect(await limits.count(address, caller)).toEqual([2, 3]);
  });

  it('refuse what is over, with the time to wait in seconds and in words', async () => {
    const limits = make();
    for (let tries = 1; tries <= 8; tries++) await limits.count(address);
    await expect(limits.count(address)).rejects.toMatchObject({
      code: 'too-many',
      data: { wait: expect.closeTo(900, -1), detail: 'Too many tries. Try again in 15 minutes.' },
    });
    await later(14);
    await expect(limits.count(address)).rejects.toMatchObject({
      data: { detail: 'Too many tries. Try again in a minute.' },
    });
  });

  it('begin anew when the span is over, and not before', async () => {
    const limits = make();
    for (let tries = 1; tries <= 8; tries++) await limits.count(address);
    await later(16);
    expect(await limits.count(address)).toEqual([1]);
    expect(await limits.count(address)).toEqual([2]);
  });

  it('count together over processes, none lost', async () => {
    const both = [make(), make()];
    const counted = await Promise.all(Array.from({ length: 40 }, (_, n) => both[n % 2]!.count(caller)));
    expect(counted.flat().sort((a, b) => a - b)).toEqual(Array.from({ length: 40 }, (_, n) => n + 1));
  });

  it('are forgiven to somebody who was right after some wrong tries, and one right try costs nothing', async () => {
    const limits = make();
    const [once] = await limits.count(address);
    await limits.forgive(once!, ...address);
    expect(await limits.count(address)).toEqual([2]);
    const [tried] = await limits.count(address);
    await limits.forgive(tried!, ...address);
    expect(await limits.count(address)).toEqual([1]);
  });

  it('count what hangs on another only where that one is within its limit', async () => {
    const limits = make();
    const letter = () =>
      limits
        .waits(['lettersByPair', 'ida|here'], ['lettersToMailbox', 'ida', 'ifBefore'])
        .then((waits) => waits.map(Boolean));
    const others = (): Promise<number[]> => limits.count(['lettersToMailbox', 'ida', 'look']);
    for (let tries = 1; tries <= 4; tries++) expect(await letter()).toEqual([false, false]);
    // One is left for somebody else, however often the first goes on.
    for (let tries = 1; tries <= 3; tries++) expect(await letter()).toEqual([true, false]);
    expect(await others()).toEqual([4]);
    await later(61);
    expect(await letter()).toEqual([false, false]);
    expect(await others()).toEqual([1]);
  });

  it('keep no room when they are over', async () => {
    const limits = make();
    await limits.count(caller);
    await limits.sweep();
    expect(await stack.query('SELECT 1 FROM rate_limit')).toHaveLength(1);
    await later(16);
    await limits.sweep();
    expect(await stack.query('SELECT 1 FROM rate_limit')).toHaveLength(0);
  });
});
