/**
 * Purpose: the personal words there are, and where each can be known. A chip names a fact of the reader; some are known
 * of anybody at any time, others only in a message that is about what just happened.
 */
import { z } from 'zod';
import { FieldId } from './ids';
import { kernelSays } from './kernel.sentences';
import { owners } from './sentences';

/** `of`: who or what it tells of. `personal`: written by its subject, perhaps to be read by somebody else. */
type ChipKind = { readonly of: 'person' | 'site' | 'message'; readonly personal: boolean };

const person = (personal = false) => ({ of: 'person', personal }) as const;
const message = (personal = false) => ({ of: 'message', personal }) as const;

export const chipKinds = {
  firstName: person(true),
  fullName: person(true),
  number: person(),
  level: person(),
  termEnd: person(),
  groups: person(),
  mail: person(true),
  greeting: { of: 'site', personal: false },
  siteName: { of: 'site', personal: false },
  code: message(),
  codeUntil: message(),
  sentAt: message(),
  waited: message(),
  link: message(),
  reason: message(),
  question: message(),
  memberName: message(true),
  answers: message(true),
  formTitle: message(),
  entry: message(),
  board: message(),
  ends: message(),
  amount: message(),
  dueDate: message(),
  nextTry: message(),
  receipt: message(),
  card: message(),
  payTo: message(),
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
    kernelSays(owners).notAChip,
  ),
]);

/** The profile field a chip shows, or null where it shows none. */
export const fieldOfChip = (chip: ChipName): FieldId | null =>
  chip.startsWith(FIELD) ? (chip.slice(FIELD.length) as FieldId) : null;

/** Whether a word is one that its subject wrote. */
export const isPersonal = (chip: ChipName): boolean =>
  chip in chipKinds ? chipKinds[chip as PlainChip].personal : true;
