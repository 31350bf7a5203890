/**
 * Purpose: chance that can be repeated: the same seed gives the same people each time.
 * Source: mulberry32, a 32-bit generator with one word of state; good enough for believable data, no more.
 */
export type Chance = {
  /** From 0 up to, not including, 1. */
  next(): number;
  /** A whole number from `least` to `most`, both possible. */
  whole(least: number, most: number): number;
  pick<T>(list: readonly T[]): T;
  /** True in `share` of cases. */
  happens(share: number): boolean;
  /** 20 characters, as row ids have them. */
  id<T extends string>(): T;
};

const alphabet = '23456789abcdefghjkmnpqrstuvwxyz0';

export function chance(seed: number): Chance {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
  const whole = (least: number, most: number) => least + Math.floor(next() * (most - least + 1));
  return {
    next,
    whole,
    pick: (list) => list[whole(0, list.length - 1)]!,
    happens: (share) => next() < share,
    id: <T extends string>() => Array.from({ length: 20 }, () => alphabet[whole(0, 31)]).join('') as T,
  };
}
