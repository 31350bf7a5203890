import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FieldId } from '../kernel';
import { idFrom } from './index';

describe('the id of a new item', () => {
  it.each([
    ['Colonies kept', 'colonies-kept'],
    ['  How did you hear of us?  ', 'how-did-you-hear-of-us'],
    ['Größe der Straße', 'grosse-der-strasse'],
    ['Fødselsår', 'fodselsar'],
    ['2 hives', 'field-2-hives'],
    ['蜜蜂', 'field'],
    ['Constructor', 'constructor-2'],
  ])('of “%s” is %s', (name, id) => {
    expect(idFrom(name, [], 'field')).toBe(id);
  });

  it('is another where the first is taken', () => {
    expect(idFrom('Hive type', ['hive-type', 'hive-type-2'], 'field')).toBe('hive-type-3');
  });

  it('is one, whatever the name', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (name) => {
        expect(FieldId.safeParse(idFrom(name, ['field'], 'field')).success).toBe(true);
      }),
    );
  });
});
