import { Column, Entity } from 'typeorm';
import { MadeUp } from '../../core/rehearsal';
import { InstantColumn, JsonColumn, PrimaryId, TextColumn } from '../platform/columns';
import { stored } from '../platform/stored';
export const madeUpPerson = stored('made_up.person', MadeUp);

/** Somebody who does not exist, to look through their eyes. */
@Entity('made_up')
export class MadeUpRow {
  @PrimaryId()
  id!: string;

  @Column({ type: 'int' })
  version!: number;

  @TextColumn(120, { name: 'made_by' })
  madeBy!: string;

  @JsonColumn(madeUpPerson)
  person!: MadeUp;

  @InstantColumn({ name: 'created_at' })
  createdAt!: number;
}
