import { Column, Entity, Index, PrimaryColumn } from 'typeorm';
import { IdColumn, InstantColumn, JsonColumn } from './columns';
import { z } from 'zod';
import { stored } from './stored';
/** An answer lives for minutes, and goes back to the program that sent the question: it needs no shape of its own. */
export const actAnswer = stored('sent_act.answer', z.unknown());

/** An act that was carried out, remembered for minutes so that a repeat of the same sending is known. */
@Entity('sent_act')
@Index('sent_act_expires', ['expiresAt'])
@Index('sent_act_who', ['who'])
export class SentActRow {
  /** SHA-256 of whose it is and the key it was sent with. */
  @PrimaryColumn({ type: 'binary', length: 32, name: 'key_hash' })
  keyHash!: Buffer;

  /** HMAC-SHA-256 of what was sent under that key, which is kept nowhere: nothing can be guessed from it. */
  @Column({ type: 'binary', length: 32, name: 'sent_hash' })
  sentHash!: Buffer;

  /** Whose sending it was: a member's id, or one of the staff. */
  @IdColumn()
  who!: string;

  /** What was answered; no secret is in it. */
  @JsonColumn(actAnswer)
  answer!: unknown;

  /** Real time, not the site clock. */
  @InstantColumn({ name: 'expires_at' })
  expiresAt!: number;
}
