import { Entity, Index } from 'typeorm';
import { SavedFilter } from '../../contract';
import { InstantColumn, JsonColumn, KeyColumn, PrimaryId, TextColumn } from '../platform/columns';
import { stored } from '../platform/stored';
export const savedFilter = stored('saved_view.asked', SavedFilter);

/** A filter of the member list, kept by a name. */
@Entity('saved_view')
@Index('saved_view_name', ['nameKey'], { unique: true })
export class SavedViewRow {
  @PrimaryId()
  id!: string;

  /** Its name, folded: of two that read the same there is one. */
  @KeyColumn(250, { name: 'name_key' })
  nameKey!: string;

  @TextColumn(120)
  name!: string;

  @JsonColumn(savedFilter)
  asked!: SavedFilter;

  @TextColumn(120, { name: 'kept_by' })
  keptBy!: string;

  @InstantColumn({ name: 'kept_at' })
  keptAt!: number;
}
