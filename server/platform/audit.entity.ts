import { Entity, Index, PrimaryGeneratedColumn } from 'typeorm';
import { IdColumn, InstantColumn, JsonColumn, WordColumn } from './columns';

/** What a staff member did, never changed afterwards. */
@Entity('audit')
@Index('audit_at', ['at'])
export class AuditRow {
  @PrimaryGeneratedColumn({ type: 'bigint' })
  id!: string;

  @InstantColumn()
  at!: number;

  @IdColumn()
  staff!: string;

  @WordColumn()
  act!: string;

  @IdColumn({ nullable: true })
  subject!: string | null;

  @JsonColumn({ nullable: true })
  detail!: unknown;
}
