/**
 * Purpose: the personal words there are, and where each can be known. A chip names a fact of the reader; some are known
 * of anybody at any time, others only in a message that is about what just happened.
 */
import { z } from 'zod';
import { FieldId } from './ids';

/** `of`: who or what it tells of. `personal`: written by its subject, perhaps to be read by somebody else. */
type ChipKind = { readonly of: 'person' | 'site' | 'message'; readonly label: string; readonly personal: boolean };

const person = (label: string, personal = false) => ({ of: 'person', label, personal }) as const;
const message = (label: string, personal = false) => ({ of: 'message', label, personal }) as const;

export const chipKinds = {
  firstName: person('First name', true),
  fullName: person('Full name', true),
  number: person('Member number'),
  level: person('Level'),
  termEnd: person('End of the term'),
  groups: person('Groups'),
  mail: person('Email', true),
  greeting: { of: 'site', label: 'Good morning, afternoon or evening', personal: false },
  siteName: { of: 'site', label: 'Name of the site', personal: false },
  code: message('Code'),
  codeUntil: message('Until when the code works'),
  sentAt: message('When the form was sent'),
  waited: message('How long somebody has waited'),
  link: message('Link'),
  reason: message('Reason'),
  question: message('Question'),
  memberName: message('Name of the person it is about', true),
} as const satisfies Record<string, ChipKind>;

type PlainChip = keyof typeof chipKinds;
/** The chips that tell of one of those. */
export type ChipOf<O extends ChipKind['of']> = {
  [C in PlainChip]: (typeof chipKinds)[C]['of'] extends O ? C : never;
}[PlainChip];
export type ChipName = PlainChip | `field:${string}`;

const FIELD = 'field:';

export const ChipName = z.union([
  z.enum(Object.keys(chipKinds) as [PlainChip, ...PlainChip[]]),
  z.custom<`field:${string}`>(
    (name) => typeof name === 'string' && name.startsWith(FIELD) && FieldId.safeParse(name.slice(FIELD.length)).success,
    'That is no personal word. Choose one from the list.',
  ),
]);

/** The profile field a chip shows, or null where it shows none. */
export const fieldOfChip = (chip: ChipName): FieldId | null =>
  chip.startsWith(FIELD) ? (chip.slice(FIELD.length) as FieldId) : null;

/** Whether a word is one that its subject wrote. */
export const isPersonal = (chip: ChipName): boolean =>
  chip in chipKinds ? chipKinds[chip as PlainChip].personal : true;
