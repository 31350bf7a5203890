/** Starting on a busy machine: what comes forward is waited for, what stands still or has ended is told. */
import { describe, expect, it } from 'vitest';
import { waitUntil } from '../../scripts/steps/waiting.mjs';

const after = (looks: number) => {
  let seen = 0;
  return () => Promise.resolve(++seen > looks);
};
const asked = { what: 'the product', part: { pid: process.pid }, still: 250 };

describe('waiting for a program', () => {
  it('goes on far longer than it may stand still, while it comes forward', async () => {
    let steps = 0;
    await waitUntil({ ...asked, ready: after(8), done: () => String(steps++) });
    expect(steps).toBeGreaterThan(8);
  });
  it('gives up what stands still, and says what that was', async () => {
    await expect(waitUntil({ ...asked, ready: after(1_000), done: () => 'same' })).rejects.toThrow(
      'the product stands still: nothing came forward',
    );
  });
  it('tells at once what has ended, with its last words', async () => {
    const part = { pid: 1, running: false };
    await expect(
      waitUntil({ ...asked, part, ready: after(1_000), words: () => 'Its last words: no room.' }),
    ).rejects.toThrow('the product ended before it was ready. Its last words: no room.');
  });
  it('sees the work of a program that is alive', async () => {
    const busy = setInterval(() => void Array.from({ length: 100_000 }, Math.random), 1);
    await waitUntil({ ...asked, ready: after(8) });
    clearInterval(busy);
  });
});
