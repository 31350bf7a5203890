import { Column, Entity, Index, PrimaryGeneratedColumn } from 'typeorm';
import { InstantColumn, JsonColumn, TextColumn, WordColumn } from './columns';
import { z } from 'zod';
import { stored } from './stored';
/** What a job is about. Each kind of job has a schema, a version and upgrades of its own; see `job.kinds.ts`. */
export const jobPayload = stored('job.payload', z.json());

/** Something to be carried out once, at or after `runAt`. */
@Entity('job')
@Index('job_lane_due', ['lane', 'state', 'runAt', 'id'])
export class JobRow {
  @PrimaryGeneratedColumn({ type: 'bigint' })
  id!: string;

  @WordColumn()
  kind!: string;

  /** Letters have hands of their own: a mail server that hangs keeps nothing else waiting. */
  @Column({ type: 'enum', enum: ['work', 'mail', 'hooks', 'cards'], default: 'work' })
  lane!: 'work' | 'mail' | 'hooks' | 'cards';

  /** At most one job has a given key; adding it again moves it. */
  @Column({
    type: 'varchar',
    length: 80,
    name: 'job_key',
    unique: true,
    nullable: true,
    charset: 'ascii',
    collation: 'ascii_bin',
  })
  key!: string | null;

  @InstantColumn({ name: 'run_at' })
  runAt!: number;

  @JsonColumn(jobPayload)
  payload!: unknown;

  @Column({ type: 'enum', enum: ['ready', 'failed', 'claimed'], default: 'ready' })
  state!: 'ready' | 'failed' | 'claimed';

  /** Whose call to the outside is under way, and until when that is believed (real time). */
  @Column({ type: 'char', length: 20, name: 'claimed_by', nullable: true, charset: 'ascii', collation: 'ascii_bin' })
  claimedBy!: string | null;

  @InstantColumn({ name: 'claimed_until', nullable: true })
  claimedUntil!: number | null;

  @Column({ type: 'int', default: 0 })
  attempts!: number;

  /** When it was first tried, once it has failed. */
  @InstantColumn({ name: 'first_at', nullable: true })
  firstAt!: number | null;

  @TextColumn(500, { name: 'last_error', nullable: true })
  lastError!: string | null;
}
