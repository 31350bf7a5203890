/** Purpose: how a board begins: a name, a text, two states, for members. */
import type { BoardField, BoardItem } from '../../../core/boards';
import type { BoardId, FieldId, StateId } from '../../../core/kernel';
import { idFrom } from '../../../core/setup';
import { admittedOnly } from '../doors/uses';

export const freshField = (label: string, taken: readonly string[]): BoardField => ({
  id: idFrom(label, [...taken, 'category', 'act', 'once', 'entry', 'website'], 'field') as FieldId,
  label,
  of: { kind: 'shortText', longest: 120 },
  required: false,
  half: false,
  row: false,
  entry: true,
  search: false,
  filter: false,
});

/** @param words what fields, states and the button of it are called at first */
export function freshBoard(
  id: string,
  title: string,
  address: string,
  words: Readonly<Record<'named' | 'about' | 'post' | 'open' | 'ended', string>>,
): BoardItem {
  const named = { ...freshField(words.named, []), required: true, row: true, search: true };
  const about = {
    ...freshField(words.about, [named.id]),
    of: { kind: 'longText', longest: 2000 } as const,
    search: true,
  };
  return {
    id: id as BoardId,
    address,
    title,
    fields: [named, about],
    named: named.id,
    categories: [],
    read: { rule: admittedOnly },
    readOutside: { view: 'note', note: '' },
    post: { rule: admittedOnly },
    postLabel: words.post,
    signed: 'members',
    private: false,
    // The cautious choice first: what others see was looked at.
    moderation: 'before',
    states: [
      { id: 'open' as StateId, title: words.open, seen: true, setBy: ['poster', 'staff'], then: { is: 'goesOn' } },
      {
        id: 'ended' as StateId,
        title: words.ended,
        seen: true,
        setBy: ['poster', 'staff'],
        then: { is: 'ends', seenDays: 0 },
      },
    ],
    mostAt: [],
    stands: { count: 60, unit: 'days' },
    renewals: 3,
    remindDays: 3,
    keptDays: 365,
    letters: {},
  };
}
