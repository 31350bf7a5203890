import { Column, Entity, Index } from 'typeorm';
import { InstantColumn, JsonColumn, PrimaryId, TextColumn } from '../platform/columns';
import { z } from 'zod';
import { stored } from '../platform/stored';
export const filePicture = stored(
  'site_file.picture',
  z.object({ width: z.number(), height: z.number(), widths: z.array(z.number()) }),
);

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
  @JsonColumn(filePicture, { nullable: true })
  picture!: z.infer<typeof filePicture.schema> | null;

  @TextColumn(120, { name: 'brought_by' })
  broughtBy!: string;

  @InstantColumn({ name: 'created_at' })
  createdAt!: number;
}
