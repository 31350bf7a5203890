import { Column, Entity, Index, PrimaryColumn } from 'typeorm';
import type { StaffPart } from '../../contract';
import { staffParts } from '../callers';
import { IdColumn, InstantColumn, JsonColumn, KeyColumn, PrimaryId, TextColumn } from '../platform/columns';

@Entity('staff')
export class StaffRow {
  @PrimaryId()
  id!: string;

  @KeyColumn(190, { name: 'mail_key', unique: true })
  mailKey!: string;

  @TextColumn(190)
  mail!: string;

  @TextColumn(120)
  name!: string;

  @JsonColumn(staffParts)
  parts!: StaffPart[];

  @TextColumn(200, { name: 'password_hash' })
  passwordHash!: string;

  @InstantColumn({ name: 'created_at' })
  createdAt!: number;
}

/** A secret that works once: a link or a code. */
@Entity('one_time')
@Index('one_time_member', ['member'])
export class OneTimeRow {
  @PrimaryColumn({ type: 'binary', length: 32 })
  hash!: Buffer;

  @Column({ type: 'enum', enum: ['code', 'confirm', 'reset', 'staffReset'] })
  purpose!: 'code' | 'confirm' | 'reset' | 'staffReset';

  /** Whose it is: a member's id, or for the desk a staff member's. */
  @IdColumn()
  member!: string;

  @IdColumn({ nullable: true })
  application!: string | null;

  /** Which code of the application, counted from 1; 0 for other purposes. */
  @Column({ type: 'int', default: 0 })
  serial!: number;

  @InstantColumn({ name: 'expires_at' })
  expiresAt!: number;

  @InstantColumn({ name: 'used_at', nullable: true })
  usedAt!: number | null;
}
