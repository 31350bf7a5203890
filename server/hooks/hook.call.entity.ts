import { Column, Entity, Index } from 'typeorm';
import { GoesWith, IdColumn, InstantColumn, PrimaryId, TextColumn, WordColumn } from '../platform/columns';

/** A call to a web hook of a form. */
@Entity('hook_call')
@Index('hook_call_form', ['form', 'createdAt'])
@Index('hook_call_member', ['member'])
@Index('hook_call_created', ['createdAt'])
export class HookCallRow {
  /** Names the call to whoever is called, the same at each try. */
  @PrimaryId()
  id!: string;

  @WordColumn()
  form!: string;

  @GoesWith('hook_call_of_member')
  @IdColumn()
  member!: string;

  @TextColumn(500)
  address!: string;

  /** Of the key it is signed with. */
  @Column({ type: 'int' })
  generation!: number;

  /** What is sent, as JSON; null once it has been taken. */
  @Column({ type: 'longtext', nullable: true })
  body!: string | null;

  @InstantColumn({ name: 'created_at' })
  createdAt!: number;

  @InstantColumn({ name: 'done_at', nullable: true })
  doneAt!: number | null;
}
