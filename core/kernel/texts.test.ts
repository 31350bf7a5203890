import { expect, it } from 'vitest';
import { asTitle, Title } from './texts';

it('a title is made of any text: cut where it is full, and never within a character', () => {
  expect(asTitle('  Waiting list ')).toBe('Waiting list');
  expect(asTitle('   ')).toBe('');
  const bees = asTitle(`x${'🐝'.repeat(80)}`);
  expect(bees).toBe(`x${'🐝'.repeat(59)}`);
  expect(Title.safeParse(bees).success).toBe(true);
  expect(asTitle(`${'a'.repeat(119)} b`)).toBe('a'.repeat(119));
});
