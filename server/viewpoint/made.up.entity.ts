import { Column, Entity } from 'typeorm';
import type { MadeUp } from '../../core/rehearsal';
import { InstantColumn, JsonColumn, PrimaryId, TextColumn } from '../platform/columns';

/** Somebody who does not exist, to look through their eyes. */
@Entity('made_up')
export class MadeUpRow {
  @PrimaryId()
  id!: string;

  @Column({ type: 'int' })
  version!: number;

  @TextColumn(120, { name: 'made_by' })
  madeBy!: string;

  @JsonColumn()
  person!: MadeUp;

  @InstantColumn({ name: 'created_at' })
  createdAt!: number;
}
