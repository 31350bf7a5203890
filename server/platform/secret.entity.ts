import { Column, Entity, PrimaryColumn } from 'typeorm';

/** One row: what the product signs with; made at the first start, never shown. */
@Entity('site_secret')
export class SecretRow {
  @PrimaryColumn({ type: 'tinyint' })
  id!: number;

  @Column({ type: 'binary', length: 32 })
  value!: Buffer;
}
