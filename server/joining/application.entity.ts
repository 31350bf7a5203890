import { z } from 'zod';
import { Column, Entity, Index } from 'typeorm';
import { ApplicationState, type Application } from '../../core/joining';
import { GoesWith, IdColumn, InstantColumn, JsonColumn, PrimaryId, WordColumn } from '../platform/columns';
import { stored } from '../platform/stored';
/** Brought up to date where it is read (`application.store.ts`), since its oldest shape needs the paths to be understood. */
export const applicationData = stored('application.data', z.custom<Application & { v: number }>());

@Entity('application')
@Index('application_member', ['member', 'submittedAt'])
@Index('application_open', ['shadow', 'state', 'gateKind', 'gateSince', 'id'])
@Index('application_needs', ['shadow', 'state', 'needsAt'])
@Index('application_path', ['path', 'state'])
@Index('application_form', ['form', 'state', 'gateKind', 'submittedAt'])
@Index('application_submitted', ['shadow', 'submittedAt'])
export class ApplicationEntity {
  @PrimaryId()
  id!: string;

  @GoesWith('application_of_member')
  @IdColumn()
  member!: string;

  @Column({ type: 'tinyint', default: 0 })
  shadow!: number;

  @WordColumn()
  path!: string;

  @WordColumn({ default: '' })
  form!: string;

  @Column({ type: 'enum', enum: ApplicationState.options })
  state!: ApplicationState;

  /** The kind of the gate it waits at; '' once it has ended. */
  @WordColumn({ name: 'gate_kind', default: '' })
  gateKind!: string;

  @InstantColumn({ name: 'gate_since' })
  gateSince!: number;

  /** From when it needs somebody at the desk; null once it has ended. */
  @InstantColumn({ name: 'needs_at', nullable: true })
  needsAt!: number | null;

  @InstantColumn({ name: 'submitted_at' })
  submittedAt!: number;

  @JsonColumn(applicationData)
  data!: Application & { v: number };
}
