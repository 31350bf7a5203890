import { Column, Entity, Index, PrimaryColumn } from 'typeorm';
import { z } from 'zod';
import { stages, type Stage } from '../../core/boards';
import { FieldValue } from '../../core/facts';
import { FieldId } from '../../core/kernel';
import {
  GoesWith,
  IdColumn,
  InstantColumn,
  JsonColumn,
  KeyColumn,
  PrimaryId,
  PrimaryKeyColumn,
  PrimaryWord,
  TextColumn,
  WordColumn,
} from '../platform/columns';
import { stored } from '../platform/stored';

const Content = z.object({ category: z.string().nullable(), answers: z.record(FieldId, FieldValue) });

/** What happened to an entry. `by`: whose hand, and the name of a member of staff. */
const Happened = z.object({
  at: z.number(),
  what: z.enum(['written', 'sent', 'passed', 'sentBack', 'stateSet', 'renewed', 'ended', 'dropped', 'timePassed']),
  by: z.enum(['poster', 'keepers', 'staff', 'clock']),
  name: z.string().optional(),
  note: z.string().optional(),
});
export type Happened = z.infer<typeof Happened>;

export const entryData = stored(
  'entry.data',
  z.object({
    content: Content,
    change: Content.nullable(),
    renewed: z.number(),
    reminded: z.boolean(),
    note: z.string().nullable(),
    /** Newest last, the last sixty. */
    history: z.array(Happened),
  }),
);
export type EntryData = z.infer<(typeof entryData)['schema']>;

/** An entry of a board. */
@Entity('entry')
@Index('entry_number', ['number'], { unique: true })
@Index('entry_seen', ['board', 'seen', 'openedAt', 'id'])
@Index('entry_name', ['board', 'seen', 'nameKey', 'id'])
@Index('entry_stage', ['stage', 'board', 'waitsSince', 'id'])
@Index('entry_member', ['member', 'board', 'stage'])
@Index('entry_waits', ['waitsSince', 'id'])
export class EntryRow {
  @PrimaryId()
  id!: string;

  /** The number in its address. Given by the database. */
  @Column({ type: 'int', generated: 'increment' })
  number!: number;

  @WordColumn()
  board!: string;

  /** Whoever posted it; null where staff did. */
  @GoesWith('entry_of_member')
  @IdColumn({ nullable: true })
  member!: string | null;

  @Column({ type: 'enum', enum: stages })
  stage!: Stage;

  @WordColumn({ nullable: true })
  state!: string | null;

  /** What it is called. */
  @TextColumn(255)
  name!: string;

  /** The same as names are ordered: small letters without accents. */
  @KeyColumn(190, { name: 'name_key' })
  nameKey!: string;

  @WordColumn({ nullable: true })
  category!: string | null;

  /** Whether those whom the board lets in see it: until `seen_until`, where that is set. */
  @Column({ type: 'boolean' })
  seen!: boolean;

  @InstantColumn({ name: 'seen_until', nullable: true })
  seenUntil!: number | null;

  @InstantColumn({ name: 'sent_at', nullable: true })
  sentAt!: number | null;

  @InstantColumn({ name: 'opened_at', nullable: true })
  openedAt!: number | null;

  @InstantColumn({ name: 'until_at', nullable: true })
  until!: number | null;

  @InstantColumn({ name: 'ended_at', nullable: true })
  endedAt!: number | null;

  /** Since when it or a change of it waits to be looked at; null where nothing does. */
  @InstantColumn({ name: 'waits_since', nullable: true })
  waitsSince!: number | null;

  @InstantColumn({ name: 'changed_at' })
  changedAt!: number;

  @JsonColumn(entryData)
  data!: EntryData;
}

/** An answer that the list of a board is narrowed down by; of several choices a row each. Written with its entry. */
@Entity('entry_value')
@Index('entry_value_text', ['board', 'field', 'text', 'entry'])
@Index('entry_value_number', ['board', 'field', 'number', 'entry'])
export class EntryValueRow {
  @GoesWith('entry_value_of_entry', 'EntryRow')
  @PrimaryId()
  entry!: string;

  @PrimaryWord()
  field!: string;

  @PrimaryColumn({ type: 'smallint' })
  nth!: number;

  @WordColumn()
  board!: string;

  /** A choice, a day, `yes` or `no`. */
  @KeyColumn(60, { nullable: true })
  text!: string | null;

  @Column({ type: 'double', nullable: true })
  number!: number | null;
}

/** A word that an entry is found by, and how often it stands in it. Written with its entry. */
@Entity('entry_word')
@Index('entry_word_of', ['entry'])
export class EntryWordRow {
  @PrimaryWord()
  board!: string;

  @PrimaryKeyColumn(40)
  word!: string;

  @GoesWith('entry_word_of_entry', 'EntryRow')
  @PrimaryId()
  entry!: string;

  @Column({ type: 'smallint' })
  times!: number;
}

/** What somebody said to whoever posted an entry. */
export const replyAnswers = stored('entry_reply.answers', z.record(FieldId, FieldValue));

@Entity('entry_reply')
@Index('entry_reply_of', ['entry', 'sentAt'])
@Index('entry_reply_by', ['member', 'sentAt'])
export class EntryReplyRow {
  @PrimaryId()
  id!: string;

  @GoesWith('entry_reply_of_entry', 'EntryRow')
  @IdColumn()
  entry!: string;

  /** Whoever replied. */
  @GoesWith('entry_reply_of_member')
  @IdColumn()
  member!: string;

  @InstantColumn({ name: 'sent_at' })
  sentAt!: number;

  @JsonColumn(replyAnswers)
  answers!: Record<string, FieldValue>;
}

/** That somebody saved an entry. */
@Entity('entry_saved')
@Index('entry_saved_of', ['entry'])
export class EntrySavedRow {
  @GoesWith('entry_saved_of_member')
  @PrimaryId()
  member!: string;

  @GoesWith('entry_saved_of_entry', 'EntryRow')
  @PrimaryId()
  entry!: string;

  @InstantColumn({ name: 'saved_at' })
  savedAt!: number;
}
