import { Column, Entity, Index } from 'typeorm';
import { IdColumn, InstantColumn, JsonColumn, PrimaryId, TextColumn, WordColumn } from '../platform/columns';
import { z } from 'zod';
import { stored } from '../platform/stored';
export const letterSecrets = stored('outgoing.secrets', z.record(z.string(), z.string()));

/** One mail, from the moment it was decided to the moment it left. */
@Entity('outgoing')
@Index('outgoing_member', ['member', 'createdAt'])
@Index('outgoing_about', ['about'])
@Index('outgoing_to', ['to'])
@Index('outgoing_sent', ['sentAt'])
export class OutgoingRow {
  @PrimaryId()
  id!: string;

  @IdColumn({ nullable: true })
  member!: string | null;

  /** Whom it speaks of, where that is not whom it goes to: erased with that person. */
  @IdColumn({ nullable: true })
  about!: string | null;

  @WordColumn()
  template!: string;

  @TextColumn(190, { name: 'to_mail' })
  to!: string;

  @TextColumn(300)
  subject!: string;

  /** Bodies with marks in place of secrets. */
  @Column({ type: 'mediumtext' })
  text!: string;

  @Column({ type: 'mediumtext' })
  html!: string;

  /** Codes and links, until the mail has left; then gone for good. */
  @JsonColumn(letterSecrets, { nullable: true })
  secrets!: Record<string, string> | null;

  @InstantColumn({ name: 'created_at' })
  createdAt!: number;

  @InstantColumn({ name: 'sent_at', nullable: true })
  sentAt!: number | null;
}
