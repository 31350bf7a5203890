/**
 * Purpose: members as rows: the one place that writes them.
 * Invariant: whoever changes a source of the facts calls `refreshFacts` in the same transaction.
 */
import { In, IsNull, Not, type EntityManager } from 'typeorm';
import { mailKey } from '../../core/fields';
import { storedFacts, type Facts, type FieldValue, type Past, type Standing } from '../../core/facts';
import type { Moment } from '../../core/joining';
import {
  countOf,
  type FieldId,
  type GroupId,
  type Instant,
  type LevelId,
  type MemberId,
  type TopicId,
} from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { CountUse, RowUses } from '../setup';
import {
  MemberEntity,
  MemberFactsRow,
  MemberGroupRow,
  MemberTermRow,
  MemberTopicRow,
  MemberValueRow,
  MemberWordRow,
  TimelineEntity,
} from './member.entities';
import { valueColumns, wordsOf } from './member.words';

export type NewMember = {
  readonly id: MemberId;
  readonly name: string;
  readonly mail: string;
  readonly passwordHash: string;
  /** The real member this one stands in for, or null. */
  readonly shadowOf: MemberId | null;
  readonly at: Instant;
};

export async function createMember(manager: EntityManager, member: NewMember): Promise<void> {
  await manager.getRepository(MemberEntity).insert({
    id: member.id,
    mailKey: mailKey(member.mail),
    ownedMail: null,
    mail: member.mail,
    name: member.name,
    standing: 'applicant',
    standingSince: member.at,
    joinedAt: member.at,
    admittedAt: null,
    seenAt: member.at,
    passwordHash: member.passwordHash,
    shadowOf: member.shadowOf ?? '',
  });
}

export async function setStanding(
  manager: EntityManager,
  id: MemberId,
  standing: Standing,
  at: Instant,
): Promise<void> {
  const rows = manager.getRepository(MemberEntity);
  await rows.update({ id }, { standing, standingSince: at });
  // Whoever is taken back to the start was never admitted.
  if (standing === 'applicant') await rows.update({ id }, { admittedAt: null });
  if (standing === 'admitted')
    await manager.query('UPDATE member SET admitted_at = COALESCE(admitted_at, ?) WHERE id = ?', [new Date(at), id]);
}

export async function giveLevel(
  manager: EntityManager,
  member: MemberId,
  term: { level: LevelId; from: Instant; until: Instant | null },
): Promise<void> {
  await manager
    .getRepository(MemberTermRow)
    .save({ member, level: term.level, from: new Date(term.from), until: term.until });
}

export async function takeLevel(
  manager: EntityManager,
  member: MemberId,
  level: LevelId,
  from: Instant,
): Promise<void> {
  await manager.getRepository(MemberTermRow).delete({ member, level, from: new Date(from) });
}

export async function takeGroup(manager: EntityManager, member: MemberId, group: GroupId): Promise<void> {
  await manager.getRepository(MemberGroupRow).delete({ member, group });
}

export async function giveGroup(
  manager: EntityManager,
  member: MemberId,
  group: GroupId,
  since: Instant,
): Promise<void> {
  await manager.getRepository(MemberGroupRow).save({ member, group, since });
}

/** Stores answers as profile values and topics. Values of other fields stay. */
export async function setProfile(
  manager: EntityManager,
  member: MemberId,
  profile: { fields: Readonly<Record<FieldId, FieldValue>>; topics: readonly TopicId[] },
  at: Instant,
  setup: Setup,
): Promise<void> {
  const values = Object.entries(profile.fields) as [string, FieldValue][];
  if (values.length)
    await manager
      .getRepository(MemberValueRow)
      .save(values.map(([field, value]) => ({ member, field, ...valueColumns(field, value, setup), value })));
  if (profile.topics.length)
    await manager.getRepository(MemberTopicRow).save(profile.topics.map((topic) => ({ member, topic, since: at })));
}

export async function noteOnTimeline(
  manager: EntityManager,
  member: MemberId,
  moments: readonly Moment[],
): Promise<void> {
  if (moments.length === 0) return;
  await manager
    .getRepository(TimelineEntity)
    .insert(moments.map(({ note = null, standing = null, ...moment }) => ({ member, ...moment, note, standing })));
}

/** Rewrites the ready facts and the words to find the person by, from their sources. */
export async function refreshFacts(manager: EntityManager, id: MemberId, setup: Setup): Promise<Facts> {
  const facts = await gatherFacts(manager, id);
  await manager.getRepository(MemberFactsRow).save({ member: id, facts: storedFacts.write(facts) });
  await manager.getRepository(MemberWordRow).delete({ member: id });
  // For a shadow as well: no search finds it, and whoever signs up costs the same work.
  await manager.getRepository(MemberWordRow).insert(wordsOf(facts, setup).map((word) => ({ word, member: id })));
  return facts;
}

/** The facts as their sources say now, within a transaction that has yet to write them. */
export async function gatherFacts(manager: EntityManager, id: MemberId): Promise<Facts> {
  const member = await manager.getRepository(MemberEntity).findOneByOrFail({ id });
  const [values, terms, groups, topics] = [
    await manager.getRepository(MemberValueRow).findBy({ member: id }),
    await manager.getRepository(MemberTermRow).findBy({ member: id }),
    await manager.getRepository(MemberGroupRow).findBy({ member: id }),
    await manager.getRepository(MemberTopicRow).findBy({ member: id }),
  ];
  return {
    member: id,
    number: Number(member.number),
    name: member.name,
    mail: member.mail,
    standing: member.standing,
    standingSince: member.standingSince,
    joinedAt: member.joinedAt,
    admittedAt: member.admittedAt,
    terms: terms.map((term) => ({ level: term.level as LevelId, from: term.from.getTime(), until: term.until })),
    groups: groups.map((row) => row.group as GroupId),
    fields: Object.fromEntries(values.map((row) => [row.field, row.value])) as Facts['fields'],
    topics: topics.map((row) => row.topic as TopicId),
  };
}

/** The dated past of a person: changes of standing from the timeline, groups with their day. */
export async function pastOf(manager: EntityManager, id: MemberId): Promise<Past> {
  const rows = await manager.getRepository(TimelineEntity).find({
    where: { member: id, standing: Not(IsNull()) },
    order: { at: 'ASC', id: 'ASC' },
    select: { id: true, at: true, standing: true },
  });
  const groups = await manager.getRepository(MemberGroupRow).findBy({ member: id });
  return {
    standings: rows.map(({ at, standing }) => ({ at, standing: standing! })),
    groups: groups.map(({ group, since }) => ({ group: group as GroupId, since })),
  };
}

export async function factsOf(manager: EntityManager, id: MemberId): Promise<Facts | null> {
  const row = await manager.getRepository(MemberFactsRow).findOneBy({ member: id });
  return row ? storedFacts.read(row.facts, undefined) : null;
}

export async function factsOfMany(manager: EntityManager, ids: readonly MemberId[]): Promise<Map<string, Facts>> {
  if (ids.length === 0) return new Map();
  const rows = await manager.getRepository(MemberFactsRow).findBy({ member: In([...ids]) });
  return new Map(rows.map((row) => [row.member, storedFacts.read(row.facts, undefined)]));
}

/**
 * Makes an address this member's own. Whoever else signed up with it becomes a shadow of the owner: gone from every
 * list, with no code that works.
 * @throws a duplicate-key error when somebody else has claimed it meanwhile
 */
export async function claimAddress(manager: EntityManager, id: MemberId): Promise<void> {
  const row = await manager.getRepository(MemberEntity).findOneByOrFail({ id });
  if (row.shadowOf !== '' || row.ownedMail !== null) return;
  await manager.getRepository(MemberEntity).update({ id }, { ownedMail: row.mailKey });
  await manager.query(
    `UPDATE member m LEFT JOIN application a ON a.member = m.id SET m.shadow_of = ?, a.shadow = 1
     WHERE m.mail_key = ? AND m.id <> ? AND m.owned_mail IS NULL AND m.shadow_of = ''`,
    [id, row.mailKey, id],
  );
  await manager.query(
    `DELETE o FROM one_time o JOIN member m ON m.id = o.member WHERE m.shadow_of = ? AND o.purpose = 'code'`,
    [id],
  );
}

/** Gives an address free: whoever else signed up with it can be finished again. */
export async function freeAddress(manager: EntityManager, id: MemberId): Promise<void> {
  await manager.query(
    `UPDATE member m LEFT JOIN application a ON a.member = m.id SET m.shadow_of = '', a.shadow = 0 WHERE m.shadow_of = ?`,
    [id],
  );
}

const counted =
  (table: string, column: string, one: string, many?: string): CountUse =>
  async (manager, id) => {
    const [row] = (await manager.query(`SELECT COUNT(*) AS n FROM ${table} WHERE ${column} = ?`, [id])) as {
      n: string;
    }[];
    const count = Number(row?.n ?? 0);
    return { count, what: countOf(count, one, many) };
  };

/** What hangs on fields, levels, groups and topics. */
export const memberUses: RowUses = {
  field: [counted('member_value', 'field', 'answer')],
  level: [counted('member_term', 'level', 'term')],
  group: [counted('member_group', 'group_id', 'person in it', 'people in it')],
  topic: [counted('member_topic', 'topic', 'person who wants it', 'people who want it')],
};
