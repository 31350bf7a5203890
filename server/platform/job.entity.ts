import { Column, Entity, Index, PrimaryGeneratedColumn } from 'typeorm';
import { InstantColumn, JsonColumn, TextColumn, WordColumn } from './columns';

/** Something to be carried out once, at or after `runAt`. */
@Entity('job')
@Index('job_lane_due', ['lane', 'state', 'runAt', 'id'])
export class JobRow {
  @PrimaryGeneratedColumn({ type: 'bigint' })
  id!: string;

  @WordColumn()
  kind!: string;

  /** Letters have hands of their own: a mail server that hangs keeps nothing else waiting. */
  @Column({ type: 'enum', enum: ['work', 'mail'], default: 'work' })
  lane!: 'work' | 'mail';

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

  @JsonColumn()
  payload!: unknown;

  @Column({ type: 'enum', enum: ['ready', 'failed'], default: 'ready' })
  state!: 'ready' | 'failed';

  @Column({ type: 'int', default: 0 })
  attempts!: number;

  /** When it was first tried, once it has failed. */
  @InstantColumn({ name: 'first_at', nullable: true })
  firstAt!: number | null;

  @TextColumn(500, { name: 'last_error', nullable: true })
  lastError!: string | null;
}
