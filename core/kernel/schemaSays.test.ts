import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import './index';

const says = (schema: z.ZodType, value: unknown) => schema.safeParse(value).error?.issues[0]?.message;

describe('what a schema without a sentence of its own says', () => {
  it.each<[string, z.ZodType, unknown, string]>([
    ['no number', z.number(), 'abc', 'Type a number, such as 3.'],
    ['half a number', z.int(), 2.5, 'Type a whole number, such as 3.'],
    ['nothing', z.string(), undefined, 'This is needed.'],
    ['an empty text', z.string().min(1), '', 'This is needed.'],
    ['too short', z.string().min(5), 'abc', 'At least 5 characters are needed.'],
    ['too long', z.string().max(2), 'abc', 'There is room for 2 characters.'],
    ['too little', z.number().min(3), 2, '3 is the least that can be.'],
    ['too much', z.number().max(1_000), 2_000, '1,000 is the most that can be.'],
    ['an empty list', z.array(z.string()).min(1), [], 'There must be at least one.'],
    ['a list too long', z.array(z.string()).max(2), ['a', 'b', 'c'], 'There can be at most 2.'],
    ['no choice', z.boolean(), undefined, 'This is needed.'],
    ['nothing within', z.object({ a: z.string() }), undefined, 'This is needed.'],
    ['another choice', z.enum(['member', 'staff']), 'all', 'It can be one of these: member and staff.'],
    ['a key too many', z.strictObject({}), { colour: 1, size: 2 }, 'There is no colour and size here.'],
    [
      'another kind',
      z.discriminatedUnion('kind', [z.object({ kind: z.literal('a') })]),
      { kind: 'b' },
      'There is no such kind.',
    ],
    ['no address', z.email(), 'moor', 'Write an address, as name@place.org.'],
  ])('of %s', (_, schema, value, sentence) => expect(says(schema, value)).toBe(sentence));

  it('gives way to the schema’s own', () => {
    expect(says(z.string().min(1, 'Name it.'), '')).toBe('Name it.');
  });
});
