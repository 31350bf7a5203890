import { Column, Entity, PrimaryColumn } from 'typeorm';
import { InstantColumn, JsonColumn, PrimaryWord, TextColumn } from '../platform/columns';
import { z } from 'zod';
import { stored } from '../platform/stored';
/** Items and documents say their format themselves (`format`), and are brought up to date by `core/setup/upgrade.ts`. */
export const itemBody = (side: 'live' | 'draft') => stored(`setup_item.${side}`, z.unknown());
export const revisionDocument = stored('setup_revision.document', z.unknown());
/** Each item that is another than before: both bodies, in the format of the document; null where there was or is none. */
const Changed = z.object({ kind: z.string(), id: z.string(), before: z.unknown(), after: z.unknown() });
export const revisionChanges = stored('setup_revision.changes', z.array(Changed));

/** One item of the set-up: what is live, and what the draft makes of it (null: the draft removes it). */
@Entity('setup_item')
export class SetupItemRow {
  @PrimaryWord()
  kind!: string;

  @PrimaryWord()
  id!: string;

  @Column({ type: 'int' })
  position!: number;

  @JsonColumn(itemBody('live'), { nullable: true })
  live!: unknown;

  @JsonColumn(itemBody('draft'), { nullable: true })
  draft!: unknown;

  /** Counted up with each save; a save must name the version it was made from. */
  @Column({ type: 'int', default: 1 })
  version!: number;

  /** The version of the format in which both sides are written. */
  @Column({ type: 'smallint', default: 1 })
  format!: number;

  /** Who of the staff changed the draft of it last, by name, and when; '' where nobody did. */
  @TextColumn(120, { default: '' })
  by!: string;

  @InstantColumn({ nullable: true })
  at!: number | null;
}

/** One publication. `document` is the whole set-up as it went live, so that any revision can be read again. */
@Entity('setup_revision')
export class SetupRevisionRow {
  @PrimaryColumn({ type: 'int' })
  number!: number;

  @JsonColumn(revisionDocument)
  document!: unknown;

  @JsonColumn(revisionChanges)
  changes!: z.infer<typeof revisionChanges.schema>;

  @TextColumn(500)
  note!: string;

  @TextColumn(120)
  author!: string;

  @InstantColumn()
  at!: number;
}
