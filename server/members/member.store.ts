/**
 * Purpose: members as rows: what is read of them.
 * Invariant: what an act changes of a person goes through `PersonInHand`.
 */
import { In, IsNull, Not, type EntityManager } from 'typeorm';
import { type Facts, type Past, type FieldValue } from '../../core/facts';
import { mailKey } from '../../core/fields';
import type { Moment } from '../../core/joining';
import { type GroupId, type LevelId, type MemberId, type TopicId } from '../../core/kernel';
import { insertRow, rowsFrom } from '../platform/rows';
import type { CountUse, RowUses } from '../setup';
import {
  MemberEntity,
  MemberFactsRow,
  MemberGroupRow,
  MemberPaidRow,
  MemberTermRow,
  MemberTopicRow,
  MemberValueRow,
  MemberWasRow,
  TimelineEntity,
} from './member.entities';
import { membersSays } from './members.sentences';

export async function noteOnTimeline(
  manager: EntityManager,
  member: MemberId,
  moments: readonly Moment[],
): Promise<void> {
  const [first, ...rest] = moments.map(({ at, what, title, note = null, standing = null }) => {
    return { member, at, what, title, note, standing };
  });
  if (first) await insertRow(manager, TimelineEntity, first, ...rest);
}

/** The facts as their sources say now, within a transaction that has yet to write them. */
export async function gatherFacts(manager: EntityManager, id: MemberId): Promise<Facts> {
  const member = await manager.getRepository(MemberEntity).findOneByOrFail({ id });
  const [values, terms, groups, topics, paid] = [
    await manager.getRepository(MemberValueRow).findBy({ member: id }),
    await manager.getRepository(MemberTermRow).findBy({ member: id }),
    await manager.getRepository(MemberGroupRow).findBy({ member: id }),
    await manager.getRepository(MemberTopicRow).findBy({ member: id }),
    await manager.getRepository(MemberPaidRow).find({ where: { member: id }, order: { at: 'ASC' } }),
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
    terms: terms.map(({ level, from, until, paidUntil }) => ({
      level: level as LevelId,
      from: from.getTime(),
      until,
      ...(paidUntil === null ? {} : { paidUntil }),
    })),
    groups: groups.map((row) => row.group as GroupId),
    fields: Object.fromEntries(values.map((row) => [row.field, row.value])) as Facts['fields'],
    topics: topics.map((row) => row.topic as TopicId),
    paid: paid.map(({ level, at }) => ({ level: level as LevelId, at: at.getTime() })),
    lessons: [],
    owns: false,
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
  const was = await manager.getRepository(MemberWasRow).findBy({ member: id });
  return {
    answers: was.map(({ field, until, value }) => ({ field, until, value: (value ?? null) as FieldValue | null })),
    standings: rows.map(({ at, standing }) => ({ at, standing: standing! })),
    groups: groups.map(({ group, since }) => ({ group: group as GroupId, since })),
  };
}

export async function factsOf(manager: EntityManager, id: MemberId): Promise<Facts | null> {
  const row = await manager.getRepository(MemberFactsRow).findOneBy({ member: id });
  return row?.facts ?? null;
}

export async function factsOfMany(manager: EntityManager, ids: readonly MemberId[]): Promise<Map<string, Facts>> {
  if (ids.length === 0) return new Map();
  const rows = await manager.getRepository(MemberFactsRow).findBy({ member: In([...ids]) });
  return new Map(rows.map((row) => [row.member, row.facts]));
}

/** What signing in and passwords need of a member. */
export type MemberAccount = {
  readonly id: MemberId;
  readonly name: string;
  readonly mail: string;
  /** Whether the address has been shown to be theirs. */
  readonly owned: boolean;
  readonly passwordHash: string;
};

const accountOf = (row: MemberEntity): MemberAccount => ({
  id: row.id as MemberId,
  name: row.name,
  mail: row.mail,
  owned: row.ownedMail !== null,
  passwordHash: row.passwordHash,
});

export async function accountById(manager: EntityManager, id: MemberId): Promise<MemberAccount | null> {
  const row = await manager.getRepository(MemberEntity).findOneBy({ id });
  return row && accountOf(row);
}

/** The member whose address it has been shown to be. */
export async function accountByMail(manager: EntityManager, mail: string): Promise<MemberAccount | null> {
  const row = await manager.getRepository(MemberEntity).findOneBy({ ownedMail: mailKey(mail) });
  return row && accountOf(row);
}

/** @returns false for whoever is gone */
export async function setPasswordHash(manager: EntityManager, id: MemberId, passwordHash: string): Promise<boolean> {
  const { affected } = await manager.getRepository(MemberEntity).update({ id }, { passwordHash });
  return affected === 1;
}

/** Whether there is such a person, who is not a shadow. */
export async function isMember(manager: EntityManager, id: string): Promise<boolean> {
  return (await manager.getRepository(MemberEntity).countBy({ id, shadowOf: '' })) > 0;
}

/** Gives an address free: whoever else signed up with it can be finished again. */
export async function freeAddress(manager: EntityManager, id: MemberId): Promise<void> {
  await manager.query(
    `UPDATE member m LEFT JOIN application a ON a.member = m.id SET m.shadow_of = '', a.shadow = 0 WHERE m.shadow_of = ?`,
    [id],
  );
}

const counted =
  (table: string, column: string, what: 'answers' | 'terms' | 'peopleIn' | 'peopleWanting'): CountUse =>
  async (manager, id, reader) => {
    const [row] = await rowsFrom<{
      n: string;
    }>(manager, `SELECT COUNT(*) AS n FROM ${table} WHERE ${column} = ?`, [id]);
    const count = Number(row?.n ?? 0);
    return { count, what: membersSays(reader)[what]({ count }) };
  };

/** What hangs on fields, levels, groups and topics. */
export const memberUses: RowUses = {
  field: [counted('member_value', 'field', 'answers')],
  level: [counted('member_term', 'level', 'terms')],
  group: [counted('member_group', 'group_id', 'peopleIn')],
  topic: [counted('member_topic', 'topic', 'peopleWanting')],
};
