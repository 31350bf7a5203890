import { Column, Entity, Index } from 'typeorm';
import { ApplicationState, type Application } from '../../core/joining';
import { IdColumn, InstantColumn, JsonColumn, PrimaryId, WordColumn } from '../platform/columns';

@Entity('application')
@Index('application_member', ['member', 'submittedAt'])
@Index('application_open', ['shadow', 'state', 'gateKind', 'gateSince', 'id'])
@Index('application_submitted', ['shadow', 'submittedAt'])
export class ApplicationEntity {
  @PrimaryId()
  id!: string;

  @IdColumn()
  member!: string;

  @Column({ type: 'tinyint', default: 0 })
  shadow!: number;

  @WordColumn()
  path!: string;

  @Column({ type: 'enum', enum: ApplicationState.options })
  state!: ApplicationState;

  /** The kind of the gate it waits at; '' once it has ended. */
  @WordColumn({ name: 'gate_kind', default: '' })
  gateKind!: string;

  @InstantColumn({ name: 'gate_since' })
  gateSince!: number;

  @InstantColumn({ name: 'submitted_at' })
  submittedAt!: number;

  /** The idempotency key it was sent with. */
  @Column({ type: 'char', length: 36, unique: true, charset: 'ascii', collation: 'ascii_bin' })
  once!: string;

  @JsonColumn()
  data!: Application;
}
