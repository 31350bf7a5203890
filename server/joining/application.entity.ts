import { Column, Entity, Index, PrimaryColumn } from 'typeorm';
import { ApplicationState, type Application } from '../../core/joining';
import { IdColumn, InstantColumn, JsonColumn, PrimaryId, WordColumn } from '../platform/columns';

@Entity('application')
@Index('application_member', ['member', 'submittedAt'])
@Index('application_open', ['shadow', 'state', 'gateKind', 'gateSince', 'id'])
@Index('application_needs', ['shadow', 'state', 'needsAt'])
@Index('application_path', ['path', 'state'])
@Index('application_submitted', ['shadow', 'submittedAt'])
export class ApplicationEntity {
  @PrimaryId()
  id!: string;

  @IdColumn()
  member!: string;

  @Column({ type: 'tinyint', default: 0 })
  shadow!: number;

  @WordColumn()
  path!: string;

  @Column({ type: 'enum', enum: ApplicationState.options })
  state!: ApplicationState;

  /** The kind of the gate it waits at; '' once it has ended. */
  @WordColumn({ name: 'gate_kind', default: '' })
  gateKind!: string;

  @InstantColumn({ name: 'gate_since' })
  gateSince!: number;

  /** From when it needs somebody at the desk; null once it has ended. */
  @InstantColumn({ name: 'needs_at', nullable: true })
  needsAt!: number | null;

  @InstantColumn({ name: 'submitted_at' })
  submittedAt!: number;

  @JsonColumn()
  data!: Application & { v: number };
}

/** A signup form that was sent, remembered for minutes so that a repeat of the same sending is known. */
@Entity('sent_form')
@Index('sent_form_expires', ['expiresAt'])
@Index('sent_form_member', ['member'])
export class SentFormRow {
  /** SHA-256 of the key it was sent with. */
  @PrimaryColumn({ type: 'binary', length: 32, name: 'once_hash' })
  onceHash!: Buffer;

  /** HMAC-SHA-256 of the answers under that key, which is kept nowhere: nothing can be guessed from it. */
  @Column({ type: 'binary', length: 32, name: 'answers_hash' })
  answersHash!: Buffer;

  /** With the key it makes the session's secret again: for whoever sent the form, and for nobody else. */
  @Column({ type: 'binary', length: 32 })
  salt!: Buffer;

  @IdColumn()
  member!: string;

  /** Real time, not the site clock. */
  @InstantColumn({ name: 'expires_at' })
  expiresAt!: number;
}
