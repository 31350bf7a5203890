import { Column, Entity, Index, PrimaryColumn } from 'typeorm';
import { GoesWith, IdColumn, InstantColumn, PrimaryId, PrimaryWord, TextColumn, WordColumn } from '../platform/columns';

/** A link of its own to a form that only the invited may send. Of its secret only the digest is kept. */
@Entity('invitation')
@Index('invitation_token', ['tokenHash'], { unique: true })
@Index('invitation_form', ['form', 'createdAt'])
@Index('invitation_used', ['usedBy'])
export class InvitationRow {
  @PrimaryId()
  id!: string;

  @WordColumn()
  form!: string;

  @Column({ name: 'token_hash', type: 'binary', length: 32 })
  tokenHash!: Buffer;

  @TextColumn(120)
  name!: string;

  @TextColumn(190)
  mail!: string;

  @TextColumn(120, { name: 'invited_by' })
  invitedBy!: string;

  @InstantColumn({ name: 'created_at' })
  createdAt!: number;

  /** The letter that took the link along, and when it was written. */
  @IdColumn({ nullable: true })
  letter!: string | null;

  @InstantColumn({ name: 'written_at', nullable: true })
  writtenAt!: number | null;

  @IdColumn({ name: 'used_by', nullable: true })
  usedBy!: string | null;

  @InstantColumn({ name: 'used_at', nullable: true })
  usedAt!: number | null;
}

/** When somebody wants to be asked for a form again. */
@Entity('form_put_off')
export class FormPutOffRow {
  @GoesWith('form_put_off_of_member')
  @PrimaryColumn({ type: 'char', length: 20, charset: 'ascii', collation: 'ascii_bin' })
  member!: string;

  @PrimaryWord()
  form!: string;

  @InstantColumn({ name: 'until_at' })
  until!: number;
}
