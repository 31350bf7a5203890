import type * as Argon2 from '@node-rs/argon2';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { owners } from '../../core/kernel';

const calls = vi.hoisted(() => ({ verify: 0 }));
vi.mock('@node-rs/argon2', async (original) => {
  const real = await original<typeof Argon2>();
  return { ...real, verify: (...args: Parameters<typeof real.verify>) => (calls.verify++, real.verify(...args)) };
});
// Another file may have loaded it with the real one.
vi.resetModules();
const { hashPassword, ownWords, verifyPassword, weakness } = await import('./passwords');

beforeEach(() => {
  calls.verify = 0;
});

describe('hashes', () => {
  it('are Argon2id with the cost that is asked for, salted', async () => {
    const [one, two] = [await hashPassword('moss lantern heather'), await hashPassword('moss lantern heather')];
    expect(one).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    expect(one).not.toBe(two);
  });

  it('fit the password, whatever way its letters were typed', async () => {
    const stored = await hashPassword('bie\u0301 lantern heather');
    expect(await verifyPassword(stored, 'bi\u00e9 lantern heather')).toBe(true);
    expect(await verifyPassword(stored, 'bie lantern heather')).toBe(false);
  });

  it('cost the same work when nobody has the address, and never fit', async () => {
    expect(await verifyPassword(null, 'nobody has this password')).toBe(false);
    expect(calls.verify).toBe(1);
    await verifyPassword(await hashPassword('moss lantern heather'), 'wrong');
    expect(calls.verify).toBe(2);
  });

  it('that are damaged fit nothing', async () => {
    expect(await verifyPassword('not a hash', 'moss lantern heather')).toBe(false);
  });
});

describe('new passwords', () => {
  it.each(['password12', '1234567890', 'qwertyuiop', 'aaaaaaaaaaaa'])('“%s” is guessed first', async (password) => {
    expect(await weakness(password, [], owners)).toContain('first to be guessed');
  });
  it('are not the person’s own words', async () => {
    expect(await weakness('marrowbyida', ['Ida', 'Marrowby'], owners)).not.toBeNull();
    const own = ownWords('ida.marrowby@mail.example');
    expect(await weakness([...'ida.marrowby@mail.example'].reverse().join(''), own, owners)).toContain('own words');
  });
  it('of three unusual words are good', async () => {
    expect(await weakness('moss lantern heather', ['Ida'], owners)).toBeNull();
  });
});
