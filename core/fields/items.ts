/** Purpose: profile fields as the owner sets them up. */
import { z } from 'zod';
import { FieldId, GroupId, LevelId } from '../kernel/ids';
import { owners } from '../kernel/sentences';
import { Text, Title } from '../kernel/texts';
import { FieldKind, fieldKindOf } from './kinds';

export { FieldKind };

export const FieldItem = z
  .strictObject({
    id: FieldId,
    label: Title,
    help: Text.optional(),
    /** An example within the empty input. Help that must be read does not stand here, since it goes while one types. */
    placeholder: Title.optional(),
    /** Which built-in fact the field feeds: the person's name or the sign-in address. */
    role: z.enum(['name', 'mail']).optional(),
    of: FieldKind,
    /** Whom it is about: those who hold one of these levels or are in one of these groups; everybody, where it names none. */
    about: z
      .strictObject({ levels: z.array(LevelId).max(50).default([]), groups: z.array(GroupId).max(50).default([]) })
      .optional(),
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
