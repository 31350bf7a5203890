import { Column, Entity, Index, PrimaryColumn, PrimaryGeneratedColumn } from 'typeorm';
import { Facts, FieldValue, storedFacts, type Standing } from '../../core/facts';
import { standings } from '../../core/facts';
import {
  GoesWith,
  IdColumn,
  InstantColumn,
  JsonColumn,
  KeyColumn,
  PrimaryId,
  PrimaryInstant,
  PrimaryWord,
  TextColumn,
  WordColumn,
} from '../platform/columns';
import { stored, versionedColumn } from '../platform/stored';
/** An answer as it was given; of what stood before a change, null where nothing was answered. */
export const memberValue = stored('member_value.value', FieldValue);
export const memberWas = stored('member_was.value', FieldValue.nullable());
export const memberFacts = versionedColumn('member_facts.facts', storedFacts, Facts);

@Entity('member')
@Index('member_mail_key', ['mailKey', 'joinedAt'])
@Index('member_owned_mail', ['ownedMail'], { unique: true })
@Index('member_shadow_of', ['shadowOf'])
@Index('member_name', ['shadowOf', 'name', 'id'])
@Index('member_standing', ['shadowOf', 'standing', 'name', 'id'])
@Index('member_joined', ['shadowOf', 'joinedAt', 'id'])
@Index('member_seen', ['shadowOf', 'seenAt', 'id'])
export class MemberEntity {
  @PrimaryId()
  id!: string;

  /** The number people see. Given by the database, in order of signing up. */
  @Column({ type: 'int', unique: true, generated: 'increment' })
  number!: number;

  /** The one form of the address (`mailKey`). Several may sign up with one address. */
  @KeyColumn(190, { name: 'mail_key' })
  mailKey!: string;

  /** The same, of the one person whose address it has been shown to be; null for everybody else. */
  @KeyColumn(190, { name: 'owned_mail', nullable: true })
  ownedMail!: string | null;

  @TextColumn(190)
  mail!: string;

  @TextColumn(120)
  name!: string;

  @Column({ type: 'enum', enum: standings })
  standing!: Standing;

  @InstantColumn({ name: 'standing_since' })
  standingSince!: number;

  @InstantColumn({ name: 'joined_at' })
  joinedAt!: number;

  @InstantColumn({ name: 'admitted_at', nullable: true })
  admittedAt!: number | null;

  @InstantColumn({ name: 'seen_at', nullable: true })
  seenAt!: number | null;

  @TextColumn(200, { name: 'password_hash' })
  passwordHash!: string;

  /**
   * The real member when somebody signed up with an address that is known: a stand-in with the same rows and
   * the same work, so that no answer tells whether the address was known. '' for real members.
   */
  @IdColumn({ name: 'shadow_of', default: '' })
  shadowOf!: string;
}

/** One answered profile field, in the column of its type so that filters can use an index. */
@Entity('member_value')
@Index('member_value_text', ['field', 'text', 'member'])
@Index('member_value_number', ['field', 'number', 'member'])
export class MemberValueRow {
  @GoesWith('member_value_of_member')
  @PrimaryId()
  member!: string;

  @PrimaryWord()
  field!: string;

  @TextColumn(190, { nullable: true })
  text!: string | null;

  @Column({ type: 'double', nullable: true })
  number!: number | null;

  @JsonColumn(memberValue)
  value!: FieldValue;
}

/** What was answered before it was changed, so that an earlier day is looked at as it was. Under '' the name. */
@Entity('member_was')
export class MemberWasRow {
  @GoesWith('member_was_of_member')
  @PrimaryId()
  member!: string;

  @PrimaryWord()
  field!: string;

  @PrimaryInstant({ name: 'until_at' })
  until!: number;

  /** Null where nothing was answered. */
  @JsonColumn(memberWas, { nullable: true })
  value!: FieldValue | null;
}

@Entity('member_term')
@Index('member_term_level', ['level', 'until', 'member'])
export class MemberTermRow {
  @GoesWith('member_term_of_member')
  @PrimaryId()
  member!: string;

  @PrimaryWord()
  level!: string;

  @PrimaryColumn({ type: 'datetime', precision: 3, name: 'from_at' })
  from!: Date;

  @InstantColumn({ name: 'until_at', nullable: true })
  until!: number | null;

  /** Until when it is paid, where it is held longer so that a renewal can be waited for. */
  @InstantColumn({ name: 'paid_until', nullable: true })
  paidUntil!: number | null;
}

/** That a level was paid for, and when. */
@Entity('member_paid')
export class MemberPaidRow {
  @GoesWith('member_paid_of_member')
  @PrimaryId()
  member!: string;

  @PrimaryWord()
  level!: string;

  @PrimaryColumn({ type: 'datetime', precision: 3 })
  at!: Date;
}

@Entity('member_group')
@Index('member_group_group', ['group', 'member'])
export class MemberGroupRow {
  @GoesWith('member_group_of_member')
  @PrimaryId()
  member!: string;

  @PrimaryColumn({ type: 'varchar', length: 48, name: 'group_id', charset: 'ascii', collation: 'ascii_bin' })
  group!: string;

  @InstantColumn()
  since!: number;
}

@Entity('member_topic')
export class MemberTopicRow {
  @GoesWith('member_topic_of_member')
  @PrimaryId()
  member!: string;

  @PrimaryWord()
  topic!: string;

  @InstantColumn()
  since!: number;
}

/** Everything doors may ask, ready to be read with the session in one look. */
@Entity('member_facts')
@Index('member_facts_changed', ['changedAt'])
export class MemberFactsRow {
  @GoesWith('member_facts_of_member')
  @PrimaryId()
  member!: string;

  @JsonColumn(memberFacts)
  facts!: Facts;

  /** By the database's own clock, so that whoever keeps a picture of all of them finds what has changed since. */
  @Column({
    name: 'changed_at',
    type: 'datetime',
    precision: 6,
    default: () => 'CURRENT_TIMESTAMP(6)',
    onUpdate: 'CURRENT_TIMESTAMP(6)',
  })
  changedAt!: Date;
}

/** The words a person can be found by. */
@Entity('member_word')
@Index('member_word_member', ['member'])
export class MemberWordRow {
  @PrimaryColumn({ type: 'varchar', length: 60, charset: 'utf8mb4', collation: 'utf8mb4_nopad_bin' })
  word!: string;

  @GoesWith('member_word_of_member')
  @PrimaryId()
  member!: string;
}

/** What happened with a person, newest last. */
@Entity('timeline')
@Index('timeline_member', ['member', 'at', 'id'])
@Index('timeline_what', ['what', 'at'])
export class TimelineEntity {
  @PrimaryGeneratedColumn({ type: 'bigint' })
  id!: string;

  @GoesWith('timeline_of_member')
  @IdColumn()
  member!: string;

  @InstantColumn()
  at!: number;

  @WordColumn()
  what!: string;

  @Column({ type: 'enum', enum: standings, nullable: true })
  standing!: Standing | null;

  @TextColumn(300)
  title!: string;

  @Column({ type: 'text', nullable: true })
  note!: string | null;
}
