/** Purpose: profile fields and signup forms as the owner sets them up. */
import { z } from 'zod';
import { FieldId, PathId, SignupFormId, TopicId } from '../kernel/ids';
import type { Reference } from '../kernel/references';
import { never } from '../kernel/result';
import { owners } from '../kernel/sentences';
import { Address, Text, Title } from '../kernel/texts';
import { Words } from '../kernel/words';
import { FieldKind, fieldKindOf } from './kinds';

export { FieldKind };

export const FieldItem = z
  .strictObject({
    id: FieldId,
    label: Title,
    help: Text.optional(),
    /** Which built-in fact the field feeds: the person's name or the sign-in address. */
    role: z.enum(['name', 'mail']).optional(),
    of: FieldKind,
    seenBy: z.enum(['member', 'members', 'staff']),
    changedBy: z.enum(['member', 'staff', 'nobody']),
    /** Kept for what was answered, and offered nowhere any more. */
    retired: z.boolean().optional(),
  })
  .superRefine(({ role, of }, context) => {
    const says = role ? fieldKindOf(of).holds(of, role, owners) : null;
    if (says) context.addIssue({ code: 'custom', path: ['role'], message: says });
  });
export type FieldItem = z.infer<typeof FieldItem>;

export const SignupPart = z.discriminatedUnion('part', [
  z.strictObject({
    part: z.literal('field'),
    field: FieldId,
    label: Title.optional(),
    help: Text.optional(),
    required: z.boolean().default(false),
    half: z.boolean().default(false),
  }),
  z.strictObject({
    part: z.literal('password'),
    label: Title,
    help: Text.optional(),
    half: z.boolean().default(false),
  }),
  z.strictObject({ part: z.literal('heading'), text: Title }),
  z.strictObject({
    part: z.literal('agreement'),
    id: FieldId,
    /** What stands above the text, where it is more than the words to be ticked. */
    title: Title.optional(),
    label: Title,
    text: z.array(Text).min(1),
    version: z.int().min(1),
  }),
  z.strictObject({ part: z.literal('topics'), label: Title, topics: z.array(TopicId).min(1) }),
]);
export type SignupPart = z.infer<typeof SignupPart>;

/** What a part of a form refers to. */
export function referencesOfPart(part: SignupPart): Reference[] {
  switch (part.part) {
    case 'field':
      return [{ at: '', kind: 'fields', id: part.field }];
    case 'topics':
      return part.topics.map((id) => ({ at: '', kind: 'topics', id }));
    case 'password':
    case 'heading':
    case 'agreement':
      return [];
    default:
      return never(part);
  }
}

/** The name under which a part is answered; null for one that asks nothing. */
export function nameOfPart(part: SignupPart): string | null {
  switch (part.part) {
    case 'field':
      return part.field;
    case 'agreement':
      return part.id;
    case 'password':
    case 'topics':
      return part.part;
    case 'heading':
      return null;
    default:
      return never(part);
  }
}

export const SignupForm = z.strictObject({
  id: SignupFormId,
  address: Address,
  title: Title,
  intro: Words.optional(),
  parts: z.array(SignupPart).min(1).max(80),
  path: PathId,
  sendLabel: Title,
  sendNote: Text.optional(),
  retired: z.boolean().optional(),
});
export type SignupForm = z.infer<typeof SignupForm>;
