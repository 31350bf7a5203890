/**
 * Purpose: identities that must not be mixed up are distinct types.
 * Set-up ids are short words chosen by the owner's documents; row ids are opaque random text.
 */
import { z } from 'zod';
import { kernelSays } from './kernel.sentences';
import { owners } from './sentences';

const setupId = <B extends string>() =>
  z
    .string()
    .regex(/^[a-z][a-z0-9-]{0,47}$/, kernelSays(owners).notAnId)
    // What every object has by itself (`constructor`) would be found where nothing is kept under it.
    .refine((id) => !(id in {}), kernelSays(owners).idTaken)
    .brand<B>();

export const FieldId = setupId<'field'>();
export type FieldId = z.infer<typeof FieldId>;
export const AnyFormId = setupId<'form'>();
export type AnyFormId = z.infer<typeof AnyFormId>;
export const PathId = setupId<'path'>();
export type PathId = z.infer<typeof PathId>;
export const GateId = setupId<'gate'>();
export type GateId = z.infer<typeof GateId>;
export const LevelId = setupId<'level'>();
export type LevelId = z.infer<typeof LevelId>;
export const PriceId = setupId<'price'>();
export type PriceId = z.infer<typeof PriceId>;
export const CodeId = setupId<'code'>();
export type CodeId = z.infer<typeof CodeId>;
export const GroupId = setupId<'group'>();
export type GroupId = z.infer<typeof GroupId>;
export const DoorId = setupId<'door'>();
export type DoorId = z.infer<typeof DoorId>;
export const PageId = setupId<'page'>();
export type PageId = z.infer<typeof PageId>;
export const BlockId = setupId<'block'>();
export type BlockId = z.infer<typeof BlockId>;
export const MenuId = setupId<'menu'>();
export type MenuId = z.infer<typeof MenuId>;
export const MessageId = setupId<'message'>();
export type MessageId = z.infer<typeof MessageId>;
export const LessonId = setupId<'lesson'>();
export type LessonId = z.infer<typeof LessonId>;
export const TopicId = setupId<'topic'>();
export type TopicId = z.infer<typeof TopicId>;
export const BoardId = setupId<'board'>();
export type BoardId = z.infer<typeof BoardId>;
export const StateId = setupId<'state'>();
export type StateId = z.infer<typeof StateId>;
export const CategoryId = setupId<'category'>();
export type CategoryId = z.infer<typeof CategoryId>;

const rowId = <B extends string>() =>
  z
    .string()
    .regex(/^[a-z0-9]{20}$/)
    .brand<B>();
export const MemberId = rowId<'member'>();
export type MemberId = z.infer<typeof MemberId>;
export const ApplicationId = rowId<'application'>();
export type ApplicationId = z.infer<typeof ApplicationId>;
export const StaffId = rowId<'staff'>();
export type StaffId = z.infer<typeof StaffId>;
export const InvitationId = rowId<'invitation'>();
export type InvitationId = z.infer<typeof InvitationId>;
export const SessionId = rowId<'session'>();
export type SessionId = z.infer<typeof SessionId>;
export const TermId = rowId<'term'>();
export type TermId = z.infer<typeof TermId>;
export const PaymentId = rowId<'payment'>();
export type PaymentId = z.infer<typeof PaymentId>;
export const FileId = rowId<'file'>();
export type FileId = z.infer<typeof FileId>;
export const SavedViewId = rowId<'savedView'>();
export type SavedViewId = z.infer<typeof SavedViewId>;
export const HookCallId = rowId<'hookCall'>();
export type HookCallId = z.infer<typeof HookCallId>;
export const EntryId = rowId<'entry'>();
export type EntryId = z.infer<typeof EntryId>;
