import { Column, Entity, Index } from 'typeorm';
import { InstantColumn, JsonColumn, PrimaryId, TextColumn } from '../platform/columns';

/** A file of the site; what is in it lies in the store of files. */
@Entity('site_file')
@Index('site_file_created', ['createdAt'])
export class FileRow {
  @PrimaryId()
  id!: string;

  @TextColumn(200)
  name!: string;

  @TextColumn(120)
  type!: string;

  @Column({ type: 'int' })
  bytes!: number;

  /** Of a picture, its measure and the widths it was made in; null for anything else. */
  @JsonColumn({ nullable: true })
  picture!: { width: number; height: number; widths: number[] } | null;

  @TextColumn(120, { name: 'brought_by' })
  broughtBy!: string;

  @InstantColumn({ name: 'created_at' })
  createdAt!: number;
}
