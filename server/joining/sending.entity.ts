import { Column, Entity, Index } from 'typeorm';
import { KeptAnswers } from '../../core/fields';
import { GoesWith, IdColumn, InstantColumn, JsonColumn, PrimaryId, WordColumn } from '../platform/columns';
import { stored } from '../platform/stored';
export const sendingAnswers = stored('form_sending.answers', KeptAnswers);

/** What somebody who is known has answered on a form, as it was given. */
@Entity('form_sending')
@Index('form_sending_form', ['form', 'sentAt'])
@Index('form_sending_member', ['member', 'form'])
export class FormSendingRow {
  @PrimaryId()
  id!: string;

  @WordColumn()
  form!: string;

  @GoesWith('form_sending_of_member')
  @IdColumn()
  member!: string;

  /** The revision of the set-up whose form was answered. */
  @Column({ type: 'int' })
  revision!: number;

  @JsonColumn(sendingAnswers)
  answers!: KeptAnswers;

  @InstantColumn({ name: 'sent_at' })
  sentAt!: number;
}
