/**
 * Purpose: a person while an act is carried out on them: read once, changed in memory and in the rows that hold each
 * fact, and written once at the end.
 * Invariant: within a transaction. What is written as ready facts equals what the rows say (tested against them).
 */
import type { EntityManager, EntityTarget } from 'typeorm';
import { computedBy, facetOf, mailKey, nameFault, valueColumns, withComputed } from '../../core/fields';
import { visitorFacts, type Facts, type FieldValue, type HeldTerm, type Standing } from '../../core/facts';
import type { GroupId, Instant, LevelId, MemberId, TopicId } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import { claimPictures } from '../pictures';
import type { ReadAlong } from '../platform/limits';
import { LockedRows, holdsSomebody, personInOrder } from '../platform/locks';
import { changeRow, insertRow, putRow, rowsFrom } from '../platform/rows';
import {
  MemberEntity,
  memberFacts,
  MemberGroupRow,
  MemberPaidRow,
  MemberTermRow,
  memberValue,
  memberWas,
  MemberWordRow,
} from './member.entities';
import { wordsOf } from './member.words';

export type NewMember = {
  readonly id: MemberId;
  readonly name: string;
  readonly mail: string;
  readonly passwordHash: string;
  /** The facts of the real member this one stands in for, or null. */
  readonly owner: Facts | null;
  readonly fields: Facts['fields'];
  readonly topics: readonly TopicId[];
  readonly at: Instant;
};

type Row = {
  id: MemberId;
  mail_key: string;
  owned_mail: string | null;
  facts: string;
  owner: string | null;
};

const { read } = memberFacts;
const people = new LockedRows<PersonInHand>(null);

/** Reads, in a statement of somebody else's, whose address it has been shown to be. */
export const ownerReading = (mail: string): ReadAlong => ({
  sql: 'SELECT f.facts FROM member m JOIN member_facts f ON f.member = m.id WHERE m.owned_mail = ?',
  values: [mailKey(mail)],
});
/** What was read by it: their facts, or null where it is nobody's. */
export const ownerRead = (text: string | null): Facts | null => (text === null ? null : read(text));

export class PersonInHand {
  private changed: Partial<Pick<MemberEntity, 'name' | 'standing' | 'standingSince' | 'admittedAt' | 'ownedMail'>> = {};
  private factsChanged = false;
  private wordsChanged = false;

  private constructor(
    private readonly manager: EntityManager,
    readonly id: MemberId,
    private current: Facts,
    /** The facts of the member this one stands in for; null for a real member. */
    readonly owner: Facts | null,
    private readonly mailKey: string,
    private owned: boolean,
    private isNew: boolean,
  ) {}

  /** Reads a person and holds them until the transaction ends: the same one, however often. Null where they are gone. */
  static read(manager: EntityManager, id: MemberId): Promise<PersonInHand | null> {
    return people.take(manager, id, () => PersonInHand.found(manager, '?', id));
  }

  /**
   * Holds whom a row belongs to, before it is locked itself. Where somebody is held already, it is theirs (a test watches).
   * @param entity of the row, with the column `member`
   */
  static async holdOwner(
    manager: EntityManager,
    entity: EntityTarget<{ id: string; member: string }>,
    id: string,
  ): Promise<void> {
    if (holdsSomebody(manager)) return;
    const { tableName } = manager.dataSource.getMetadata(entity);
    const person = await PersonInHand.found(manager, `(SELECT member FROM ${tableName} WHERE id = ?)`, id);
    if (person) personInOrder(manager, person.id);
    people.is(manager, person?.id ?? '', person);
  }

  private static async found(manager: EntityManager, whose: string, id: string): Promise<PersonInHand | null> {
    const [row] = await rowsFrom<Row>(
      manager,
      // Whoever's address it is, is read and not held.
      `SELECT m.id, m.mail_key, m.owned_mail, f.facts,
         (SELECT o.facts FROM member_facts o WHERE o.member = m.shadow_of) AS owner
       FROM member m JOIN member_facts f ON f.member = m.id WHERE m.id = ${whose} FOR UPDATE`,
      [id],
    );
    if (!row) return null;
    const owner = row.owner ? read(row.owner) : null;
    return new PersonInHand(manager, row.id, read(row.facts), owner, row.mail_key, row.owned_mail !== null, false);
  }

  /** Makes a person who applies: their row, answers and topics. The ready facts come with `write`. */
  static async create(manager: EntityManager, member: NewMember, setup: Setup): Promise<PersonInHand> {
    const { id, name, mail, at } = member;
    const fields = withComputed(member.fields, setup);
    const standing: Standing = 'applicant';
    const number = await insertRow(manager, MemberEntity, {
      id,
      mailKey: mailKey(mail),
      ownedMail: null,
      mail,
      name,
      standing,
      standingSince: at,
      joinedAt: at,
      admittedAt: null,
      seenAt: at,
      passwordHash: member.passwordHash,
      shadowOf: member.owner?.member ?? '',
    });
    const values = Object.entries(fields).map(([field, value]) => {
      const { text, number } = valueColumns(value);
      return [id, field, text, number, memberValue.write(value)];
    });
    if (values.length)
      await manager.query(
        `INSERT INTO member_value (member, field, text, number, value) VALUES ${rowsOf(values)}`,
        values.flat(),
      );
    await claimPictures(manager, id, fields, setup);
    const topics = member.topics.map((topic) => [id, topic, new Date(at)]);
    if (topics.length)
      await manager.query(`INSERT INTO member_topic (member, topic, since) VALUES ${rowsOf(topics)}`, topics.flat());
    const facts: Facts = {
      ...visitorFacts,
      member: id,
      number: Number(number),
      name,
      mail,
      standing,
      standingSince: at,
      joinedAt: at,
      fields,
      topics: [...member.topics],
    };
    const person = new PersonInHand(manager, id, facts, member.owner, mailKey(mail), false, true);
    people.is(manager, id, person);
    return person;
  }

  get facts(): Facts {
    return this.current;
  }

  private set(facts: Partial<Facts>): void {
    this.current = { ...this.current, ...facts };
    this.factsChanged = true;
  }

  setStanding(standing: Standing, at: Instant): void {
    if (standing === this.current.standing && at === this.current.standingSince) return;
    const admittedAt =
      // Whoever is taken back to the start was never admitted.
      standing === 'applicant'
        ? null
        : standing === 'admitted'
          ? (this.current.admittedAt ?? at)
          : this.current.admittedAt;
    Object.assign(this.changed, { standing, standingSince: at, admittedAt });
    this.set({ standing, standingSince: at, admittedAt });
  }

  async giveLevel({ level, from, until, paidUntil }: HeldTerm): Promise<void> {
    // Said only where it is another day than the one on which doors shut.
    const paid = paidUntil === undefined || paidUntil === until ? null : paidUntil;
    const row = { member: this.id, level, from: new Date(from), until, paidUntil: paid };
    await putRow(this.manager, MemberTermRow, row);
    const others = this.current.terms.filter((held) => held.level !== level || held.from !== from);
    this.set({ terms: [...others, { level, from, until, ...(paid === null ? {} : { paidUntil: paid }) }] });
  }

  /** That a level was paid for. */
  async pay(level: LevelId, at: Instant): Promise<void> {
    await putRow(this.manager, MemberPaidRow, { member: this.id, level, at: new Date(at) });
    this.set({ paid: [...this.current.paid, { level, at }].sort((a, b) => a.at - b.at) });
  }

  /** That what was paid for a level has all gone back. */
  async unpay(level: LevelId, at: Instant): Promise<void> {
    await this.manager.getRepository(MemberPaidRow).delete({ member: this.id, level, at: new Date(at) });
    this.set({ paid: this.current.paid.filter((one) => one.level !== level || one.at !== at) });
  }

  async takeLevel(level: LevelId, from: Instant): Promise<void> {
    await this.manager.getRepository(MemberTermRow).delete({ member: this.id, level, from: new Date(from) });
    this.set({ terms: this.current.terms.filter((held) => held.level !== level || held.from !== from) });
  }

  async giveGroup(group: GroupId, since: Instant): Promise<void> {
    await putRow(this.manager, MemberGroupRow, { member: this.id, group, since });
    if (!this.current.groups.includes(group)) this.set({ groups: [...this.current.groups, group] });
  }

  async takeGroup(group: GroupId): Promise<void> {
    await this.manager.getRepository(MemberGroupRow).delete({ member: this.id, group });
    this.set({ groups: this.current.groups.filter((held) => held !== group) });
  }

  /**
   * Changes what somebody answers, and what is made of it; null empties an answer. What stood there is kept with the
   * instant at which it ended.
   * @param name another name, or null for the same
   */
  async setProfile(
    name: string | null,
    answers: Readonly<Record<string, FieldValue | null>>,
    setup: Setup,
    at: Instant,
  ): Promise<void> {
    await claimPictures(this.manager, this.id, answers, setup);
    const now: Record<string, FieldValue> = { ...this.current.fields };
    const given = Object.entries({ ...now, ...answers }).filter(([, value]) => value !== null);
    const made = computedBy(Object.fromEntries(given) as Record<string, FieldValue>, setup);
    const another = Object.entries(made.fields).filter(([field, value]) => (now[field] ?? null) !== value);
    const fields = { ...answers, ...Object.fromEntries(another) };
    // A name that is none is nobody's, however it came about.
    if (made.name && nameFault(made.name, setup.doc.site) === null) name = made.name;
    await this.keepWas(fields, name, setup, at);
    for (const [field, value] of Object.entries(fields)) {
      if (value === null) {
        delete now[field];
        await this.manager.query('DELETE FROM member_value WHERE member = ? AND field = ?', [this.id, field]);
      } else {
        now[field] = value;
        const { text, number } = valueColumns(value);
        await this.manager.query(
          `INSERT INTO member_value (member, field, text, number, value) VALUES (?, ?, ?, ?, ?)
           ON DUPLICATE KEY UPDATE text = VALUES(text), number = VALUES(number), value = VALUES(value)`,
          [this.id, field, text, number, memberValue.write(value)],
        );
      }
    }
    if (name !== null) this.changed.name = name;
    this.set({ fields: now as Facts['fields'], ...(name === null ? {} : { name }) });
    this.wordsChanged = true;
  }

  /** Pictures are kept for as long as they are shown and no longer. */
  private async keepWas(
    fields: Readonly<Record<string, FieldValue | null>>,
    name: string | null,
    setup: Setup,
    at: Instant,
  ): Promise<void> {
    const before = this.current.fields as Readonly<Record<string, FieldValue>>;
    const changed = Object.entries(fields).filter(
      ([field, value]) => JSON.stringify(before[field] ?? null) !== JSON.stringify(value) && !isFile(field, setup),
    );
    const rows = changed.map(([field]) => [this.id, field, new Date(at), memberWas.write(before[field] ?? null)]);
    if (name !== null && name !== this.current.name)
      rows.push([this.id, '', new Date(at), memberWas.write(this.current.name)]);
    // Of two changes in one instant the first knows what stood before.
    if (rows.length)
      await this.manager.query(
        `INSERT IGNORE INTO member_was (member, field, until_at, value) VALUES ${rowsOf(rows)}`,
        rows.flat(),
      );
  }

  /** Which topics of mail they want, all of them. */
  async setTopics(topics: readonly TopicId[], since: Instant): Promise<void> {
    await this.manager.query('DELETE FROM member_topic WHERE member = ?', [this.id]);
    const rows = topics.map((topic) => [this.id, topic, new Date(since)]);
    if (rows.length)
      await this.manager.query(`INSERT INTO member_topic (member, topic, since) VALUES ${rowsOf(rows)}`, rows.flat());
    this.set({ topics: [...topics] });
  }

  /**
   * Makes the address this member's own. Whoever else signed up with it becomes a shadow of the owner: gone from every
   * list, with no code that works.
   * @throws a duplicate-key error, here or at `write`, when somebody else has claimed it meanwhile
   */
  async claimAddress(): Promise<void> {
    if (this.owner || this.owned) return;
    this.owned = true;
    this.changed.ownedMail = this.mailKey;
    await this.writeRow();
    await this.manager.query(
      `UPDATE member m LEFT JOIN application a ON a.member = m.id SET m.shadow_of = ?, a.shadow = 1
       WHERE m.mail_key = ? AND m.id <> ? AND m.owned_mail IS NULL AND m.shadow_of = ''`,
      [this.id, this.mailKey, this.id],
    );
    await this.manager.query(
      `DELETE o FROM one_time o JOIN member m ON m.id = o.member WHERE m.shadow_of = ? AND o.purpose = 'code'`,
      [this.id],
    );
  }

  /** Writes what has changed: the row, the ready facts, and for somebody new the words to find them by. */
  async write(setup: Setup): Promise<void> {
    await this.writeRow();
    const { isNew, factsChanged } = this;
    // For a shadow as well: no search finds it, and whoever signs up costs the same work.
    const words = this.wordsChanged || isNew;
    [this.isNew, this.factsChanged, this.wordsChanged] = [false, false, false];
    if (!factsChanged && !isNew) return;
    const facts = memberFacts.write(this.current);
    await this.manager.query(
      isNew
        ? 'INSERT INTO member_facts (facts, member) VALUES (?, ?)'
        : 'UPDATE member_facts SET facts = ? WHERE member = ?',
      [facts, this.id],
    );
    if (words && !isNew) await this.manager.getRepository(MemberWordRow).delete({ member: this.id });
    if (words) await this.writeWords(setup);
  }

  private async writeWords(setup: Setup): Promise<void> {
    const [first, ...rest] = wordsOf(this.current, setup).map((word) => ({ word, member: this.id }));
    if (first) await insertRow(this.manager, MemberWordRow, first, ...rest);
  }

  private async writeRow(): Promise<void> {
    if (Object.keys(this.changed).length === 0) return;
    await changeRow<MemberEntity>(this.manager, MemberEntity, { id: this.id }, this.changed);
    this.changed = {};
  }
}

/** `(?, ?), (?, ?)` */
const rowsOf = (rows: readonly (readonly unknown[])[]): string =>
  rows.map((row) => `(${row.map(() => '?').join(', ')})`).join(', ');

function isFile(field: string, setup: Setup): boolean {
  const of = setup.fields.get(field)?.of;
  return of !== undefined && facetOf(of).is === 'file';
}
