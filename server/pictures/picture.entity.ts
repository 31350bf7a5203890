import { Column, Entity, Index } from 'typeorm';
import { IdColumn, InstantColumn, PrimaryId, WordColumn } from '../platform/columns';

/** A picture as the server has made it anew, in two sizes; nobody's until the answer it belongs to is kept. */
@Entity('picture')
@Index('picture_member', ['member', 'field'])
@Index('picture_created', ['member', 'createdAt'])
export class PictureRow {
  @PrimaryId()
  id!: string;

  @IdColumn({ default: '' })
  member!: string;

  @WordColumn({ default: '' })
  field!: string;

  @InstantColumn({ name: 'created_at' })
  createdAt!: number;

  @Column({ type: 'mediumblob' })
  small!: Buffer;

  @Column({ type: 'mediumblob' })
  large!: Buffer;
}
