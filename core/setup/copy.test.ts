import { describe, expect, it } from 'vitest';
import { quillmoorDocument } from '../../tests/support/quillmoor';
import { copyOf } from './copy';
import { itemKinds, listKinds, makeSetup, type ListItemKind } from '.';

describe('a duplicate', () => {
  it.each(Object.keys(listKinds) as ListItemKind[])(
    'of every %s is an item of its kind, and the set-up stays sound',
    (kind) => {
      const doc = quillmoorDocument();
      const list = doc[listKinds[kind].list] as unknown as Record<string, unknown>[];
      for (const item of [...list]) {
        const copy = copyOf(kind, item, list, `${String(item['title'] ?? item['label'])}, copy`);
        expect(itemKinds[kind].schema.safeParse(copy).error).toBeUndefined();
        list.push(copy);
      }
      expect(new Set(list.map(({ id }) => id)).size).toBe(list.length);
      const made = makeSetup(doc);
      expect(made.ok ? null : made.refusal).toBeNull();
    },
  );

  it('has its own id, title and address, and feeds no built-in fact', () => {
    const { forms, fields } = quillmoorDocument();
    const form = copyOf('form', forms[0]!, forms, 'Join Quillmoor, copy');
    expect(form).toMatchObject({ id: 'join-quillmoor-copy', title: 'Join Quillmoor, copy', address: 'quillmoor-2' });
    expect(copyOf('form', forms[0]!, [...forms, form], 'Join Quillmoor, copy')).toMatchObject({
      id: 'join-quillmoor-copy-2',
      address: 'quillmoor-3',
    });
    const name = copyOf(
      'field',
      fields.find(({ role }) => role === 'name')!,
      fields,
      'Full name, copy',
    );
    expect(name).not.toHaveProperty('role');
  });

  it('shares no part with what it was made from', () => {
    const { forms } = quillmoorDocument();
    const copy = copyOf('form', forms[0]!, forms, 'Another') as unknown as (typeof forms)[0];
    copy.parts.length = 0;
    expect(forms[0]!.parts.length).toBeGreaterThan(3);
  });
});
