import { Column, Entity, Index } from 'typeorm';
import type { Given } from '../../core/fields';
import { IdColumn, InstantColumn, JsonColumn, PrimaryId, WordColumn } from '../platform/columns';

/** What somebody who is known has answered on a form, as it was given. */
@Entity('form_sending')
@Index('form_sending_form', ['form', 'sentAt'])
@Index('form_sending_member', ['member', 'form'])
export class FormSendingRow {
  @PrimaryId()
  id!: string;

  @WordColumn()
  form!: string;

  @IdColumn()
  member!: string;

  /** The revision of the set-up whose form was answered. */
  @Column({ type: 'int' })
  revision!: number;

  @JsonColumn()
  answers!: Given;

  @InstantColumn({ name: 'sent_at' })
  sentAt!: number;
}
