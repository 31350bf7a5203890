import { Column, Entity, Index, PrimaryColumn } from 'typeorm';
import { IdColumn, InstantColumn, TextColumn } from '../platform/columns';

/** A signed-in browser. Members and staff have separate cookies and never share a session. */
@Entity('session')
@Index('session_subject', ['kind', 'subject'])
@Index('session_expires', ['expiresAt'])
export class SessionRow {
  /** SHA-256 of the cookie's secret. */
  @PrimaryColumn({ type: 'binary', length: 32, name: 'token_hash' })
  tokenHash!: Buffer;

  @IdColumn({ unique: true })
  id!: string;

  @Column({ type: 'enum', enum: ['member', 'staff'] })
  kind!: 'member' | 'staff';

  @IdColumn()
  subject!: string;

  @InstantColumn({ name: 'created_at' })
  createdAt!: number;

  @InstantColumn({ name: 'seen_at' })
  seenAt!: number;

  @InstantColumn({ name: 'expires_at' })
  expiresAt!: number;

  /** When it ends however much it is used. */
  @InstantColumn({ name: 'ends_at' })
  endsAt!: number;

  @TextColumn(120)
  device!: string;
}
