/** Purpose: messages as the owner sets them up. */
import { z } from 'zod';
import { MessageId, Title, Words, chipsIn, type ChipName } from '../kernel';
import { MessagePart, partKindOf } from './parts';

export const MessageItem = z.strictObject({
  id: MessageId,
  title: Title,
  subject: Words,
  parts: z.array(MessagePart).min(1).max(40),
  /** Not sent to anybody, wherever it is named. */
  off: z.boolean().optional(),
  retired: z.boolean().optional(),
});
export type MessageItem = z.infer<typeof MessageItem>;

/** Messages every site needs whatever its paths: the account's own. */
export const AccountMessages = z.strictObject({
  addressKnown: MessageId,
  resetPassword: MessageId,
  resetUnknown: MessageId,
  passwordChanged: MessageId,
  /** To whoever signed up on a form that asks for no password; without one, the letter with a new password. */
  choosePassword: MessageId.optional(),
  /** To whoever is invited to the desk; without one, the letter with a new password. */
  staffInvited: MessageId.optional(),
});
export type AccountMessages = z.infer<typeof AccountMessages>;

/** The personal words a message uses. */
export const chipsOfMessage = ({ subject, parts }: MessageItem): ChipName[] => [
  ...chipsIn(subject),
  ...parts.flatMap((part) => partKindOf(part).chips(part)),
];
