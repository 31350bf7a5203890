import { Column, Entity, PrimaryColumn } from 'typeorm';

/** One row: how far the site clock is ahead of real time. */
@Entity('site_clock')
export class ClockRow {
  @PrimaryColumn({ type: 'tinyint' })
  id!: number;

  @Column({ type: 'bigint', name: 'offset_ms' })
  offsetMs!: string;
}
