/** Which changes of the set-up are matters of money, item by item. */
import { describe, expect, it } from 'vitest';
import { quillmoorDocument } from '../../tests/support/quillmoor';
import { anyChangesMoney, changesMoney, itemsOf, listKinds, type ItemKind } from '.';

const quillmoor = quillmoorDocument();
const items = itemsOf(quillmoor);
const bodyOf = (kind: ItemKind, at = 0) =>
  items.filter((item) => item.kind === kind)[at]!.body as Record<string, never>;
const paid = items.find(({ kind, body }) => kind === 'level' && JSON.stringify(body).includes('"amount"'))!
  .body as Record<string, never>;

describe('what decides about money', () => {
  it.each([
    ['a price', 'level', paid, { ...paid, prices: [] }],
    ['a rate of tax', 'level', paid, { ...paid, tax: 500 }],
    ['a paid level', 'level', null, paid],
    ['a paid level taken out', 'level', paid, null],
    [
      'bank lines',
      'money',
      bodyOf('money'),
      { ...bodyOf('money'), transfer: { lines: [{ label: 'Account', text: '1' }] } },
    ],
    ['the currency', 'site', bodyOf('site'), { ...bodyOf('site'), currency: 'CHF' }],
    ['a code', 'code', null, bodyOf('code')],
    [
      'a hook',
      'form',
      bodyOf('form'),
      { ...bodyOf('form'), hooks: [{ address: 'https://a.example/', generation: 1 }] },
    ],
  ] as const)('%s does', (_, kind, before, after) => {
    expect(changesMoney(kind, before, after)).toBe(true);
    expect(changesMoney(kind, after, before)).toBe(true);
  });
  it.each([
    ['the name of a level', 'level', paid, { ...paid, title: 'Another' }],
    [
      'a free level',
      'level',
      null,
      { id: 'new', title: 'New', plural: 'New', prices: [{ id: 'price', kind: 'free' }] },
    ],
    ['a letter about money', 'money', bodyOf('money'), { ...bodyOf('money'), letters: {} }],
    ['the name of the site', 'site', bodyOf('site'), { ...bodyOf('site'), name: 'Another' }],
    ['a form without hooks', 'form', null, { ...bodyOf('form'), hooks: undefined }],
    ['a page', 'page', bodyOf('page'), null],
  ] as const)('%s does not', (_, kind, before, after) => {
    expect(changesMoney(kind, before, after)).toBe(false);
  });
  it('nothing changes between a set-up and itself, in any order; one code more does', () => {
    expect(anyChangesMoney(items, [...items].reverse())).toBe(false);
    expect(
      anyChangesMoney(
        items,
        items.filter(({ kind }) => kind !== 'code'),
      ),
    ).toBe(quillmoor[listKinds.code.list].length > 0);
  });
});
