import { Column, Entity, Index, PrimaryGeneratedColumn } from 'typeorm';
import { IdColumn, InstantColumn, JsonColumn, TextColumn, WordColumn } from './columns';
import { z } from 'zod';
import { stored } from './stored';
/** What an act was about, in words or numbers: no secret, no answer of a form. */
export const auditDetail = stored('audit.detail', z.record(z.string(), z.json()));

/** What somebody did, never changed afterwards. */
@Entity('audit')
@Index('audit_at', ['at'])
export class AuditRow {
  @PrimaryGeneratedColumn({ type: 'bigint' })
  id!: string;

  @InstantColumn()
  at!: number;

  @Column({ type: 'enum', enum: ['staff', 'member', 'clock', 'stranger'] })
  kind!: 'staff' | 'member' | 'clock' | 'stranger';

  /** Whose act it was; '' for the clock and for strangers. */
  @IdColumn()
  who!: string;

  /** The name of one of the staff as it was then. Members are named by their id alone, which leads nowhere once they are erased. */
  @TextColumn(120)
  name!: string;

  @WordColumn()
  act!: string;

  @IdColumn({ nullable: true })
  subject!: string | null;

  @JsonColumn(auditDetail, { nullable: true })
  detail!: z.infer<typeof auditDetail.schema> | null;
}
