/**
 * Purpose: the member list: counts, search, filters, sorting, paging by key.
 * Invariant: shadows are in no list and no count.
 */
import { rowsFrom } from '../platform/rows';
import { z } from 'zod';
import type { DataSource } from 'typeorm';
import type { MemberRow, MemberSort, PersonHit } from '../../contract';
import type { Rule } from '../../core/doors';
import { currentTerm, lastTerm, standings, toldUntil, type Facts, type Standing } from '../../core/facts';
import {
  type GroupId,
  type LevelId,
  dayOf,
  listed,
  MemberId,
  sayNearDate,
  sayShortDate,
  type Instant,
} from '../../core/kernel';
import type { Setup } from '../../core/setup';
import { ruleSql } from './rule.sql';
import { factsOfMany } from './member.store';
import { searchWords } from './member.words';
import { membersSays } from './members.sentences';

export type MemberQuery = {
  readonly q: string;
  readonly standing?: Standing;
  readonly level?: LevelId;
  readonly group?: GroupId;
  /** A rule that they meet. */
  readonly where?: Rule;
  readonly sort: MemberSort;
  readonly after?: string;
  readonly limit: number;
};

type Row = { id: MemberId; name: string; mail: string; standing: Standing; joined_at: Date; seen_at: Date | null };

/** Sorting: the column it goes by, its direction, and the key of a row for the next page. */
const orders: Record<MemberSort, { column: string; down: boolean; date: boolean }> = {
  name: { column: 'm.name', down: false, date: false },
  nameDown: { column: 'm.name', down: true, date: false },
  newest: { column: 'm.joined_at', down: true, date: true },
  oldest: { column: 'm.joined_at', down: false, date: true },
  seen: { column: 'm.seen_at', down: true, date: true },
  unseen: { column: 'm.seen_at', down: false, date: true },
};

export class Directory {
  constructor(private readonly db: DataSource) {}

  async counts(): Promise<{ everyone: number; standings: { standing: Standing; count: number }[] }> {
    const rows = await rowsFrom<{
      standing: Standing;
      n: string;
    }>(this.db, `SELECT standing, COUNT(*) AS n FROM member WHERE shadow_of = '' GROUP BY standing`);
    const count = new Map(rows.map((row) => [row.standing, Number(row.n)]));
    const all = standings.map((standing) => ({ standing, count: count.get(standing) ?? 0 }));
    return { everyone: all.reduce((sum, row) => sum + row.count, 0), standings: all };
  }

  async list(
    query: MemberQuery,
    setup: Setup,
    now: Instant,
  ): Promise<{ rows: MemberRow[]; total: number; more: string | null }> {
    const [total, page] = await Promise.all([this.total(query, setup, now), this.page(query, setup, now)]);
    return { ...page, total };
  }

  async total(query: MemberQuery, setup: Setup, now: Instant): Promise<number> {
    const { where, params } = this.conditions(query, setup, now);
    const [sum] = await rowsFrom<{ n: string }>(this.db, `SELECT COUNT(*) AS n FROM member m WHERE ${where}`, params);
    return Number(sum?.n ?? 0);
  }

  async page(query: MemberQuery, setup: Setup, now: Instant): Promise<{ rows: MemberRow[]; more: string | null }> {
    const { where, params } = this.conditions(query, setup, now);
    const order = orders[query.sort];
    const after = query.after ? readKey(query.after, order.date) : null;
    const paging = after ? pagedAfter(order, after) : null;
    const direction = order.down ? 'DESC' : 'ASC';
    const rows = await rowsFrom<Row>(
      this.db,
      `SELECT m.id, m.name, m.mail, m.standing, m.joined_at, m.seen_at FROM member m
       WHERE ${where}${paging ? ` AND ${paging.where}` : ''} ORDER BY ${order.column} ${direction}, m.id ${direction} LIMIT ?`,
      [...params, ...(paging?.params ?? []), query.limit + 1],
    );
    const shown = rows.slice(0, query.limit);
    const facts = await factsOfMany(
      this.db.manager,
      shown.map((row) => row.id),
    );
    const last = shown[shown.length - 1];
    return {
      rows: shown.map((row) => rowView(row, facts.get(row.id), setup, now)),
      more: rows.length > query.limit && last ? writeKey(last, query.sort) : null,
    };
  }

  private conditions(
    query: Omit<MemberQuery, 'sort' | 'limit'>,
    setup: Setup,
    now: Instant,
  ): { where: string; params: unknown[] } {
    const parts = [`m.shadow_of = ''`];
    const params: unknown[] = [];
    const add = (sql: string, ...values: unknown[]) => {
      parts.push(sql);
      params.push(...values);
    };
    for (const word of searchWords(query.q).slice(0, 5))
      add('m.id IN (SELECT w.member FROM member_word w WHERE w.word LIKE ?)', `${word.replace(/[\\%_]/g, '\\$&')}%`);
    const { standing, level, group, where } = query;
    const rules: Rule[] = [
      ...(standing ? [{ fact: 'standing' as const, is: [standing] }] : []),
      ...(level ? [{ fact: 'level' as const, is: [level], when: 'now' as const }] : []),
      ...(group ? [{ fact: 'group' as const, is: [group] }] : []),
      ...(where ? [where] : []),
    ];
    if (rules.length) {
      const met = ruleSql({ all: rules }, setup, now);
      add(met.sql, ...met.params);
    }
    return { where: parts.join(' AND '), params };
  }

  /** The first few people whose words begin so. */
  async find(q: string, setup: Setup, now: Instant, limit = 8): Promise<PersonHit[]> {
    if (searchWords(q).length === 0) return [];
    const { where, params } = this.conditions({ q }, setup, now);
    const rows = await rowsFrom<Row>(
      this.db,
      `SELECT m.id, m.name, m.mail, m.standing, m.joined_at, m.seen_at FROM member m WHERE ${where} ORDER BY m.name, m.id LIMIT ?`,
      [...params, limit],
    );
    const facts = await factsOfMany(
      this.db.manager,
      rows.map((row) => row.id),
    );
    return rows.map((row) => ({
      id: row.id,
      name: row.name,
      standing: row.standing,
      note: levelNote(facts.get(row.id), setup, now) ?? row.mail,
    }));
  }
}

function rowView(row: Row, facts: Facts | undefined, setup: Setup, now: Instant): MemberRow {
  const place = setup.doc.site;
  const words = membersSays(place);
  const term = facts ? (currentTerm(facts, now) ?? lastTerm(facts)) : null;
  const joined = sayShortDate(facts?.admittedAt ?? row.joined_at.getTime(), place);
  const since = facts?.standingSince ? sayShortDate(facts.standingSince, place) : '';
  return {
    id: row.id,
    name: row.name,
    mail: row.mail,
    standing: row.standing,
    level: term ? (setup.levels.get(term.level)?.title ?? null) : null,
    groups: groupsOf(facts, setup),
    joined:
      row.standing === 'applicant'
        ? words.applied({ date: joined })
        : row.standing === 'declined'
          ? words.declined({ date: since })
          : joined,
    until: untilOf(row.standing, term && toldUntil(term, now), since, setup, now),
    seen: row.seen_at ? seenOn(row.seen_at.getTime(), now, setup) : words.never,
  };
}

function untilOf(standing: Standing, until: Instant | null, since: string, setup: Setup, now: Instant): string {
  const words = membersSays(setup.doc.site);
  if (standing === 'closed') return words.closed({ date: since });
  if (until === null) return standing === 'admitted' ? words.lasting : '';
  const date = sayShortDate(until, setup.doc.site);
  return until <= now ? words.endedOn({ date }) : date;
}

function seenOn(at: Instant, now: Instant, setup: Setup): string {
  const place = setup.doc.site;
  return dayOf(at, place) === dayOf(now, place) ? membersSays(place).today : sayNearDate(at, now, place);
}

const groupsOf = (facts: Facts | undefined, setup: Setup): string | null =>
  facts && facts.groups.length
    ? listed(
        facts.groups.map((id) => setup.groups.get(id)?.title ?? id),
        setup.doc.site,
      )
    : null;

export function levelNote(facts: Facts | undefined, setup: Setup, now: Instant): string | null {
  if (!facts) return null;
  const term = currentTerm(facts, now);
  if (term) return setup.levels.get(term.level)?.title ?? null;
  const last = lastTerm(facts);
  return last ? membersSays(setup.doc.site).endedShort({ level: setup.levels.get(last.level)?.title ?? '' }) : null;
}

/**
 * What comes behind a row. Who was never seen has no day; such rows come last where the newest are first, and first
 * where they are last, as MariaDB sorts NULL.
 */
function pagedAfter({ column, down }: (typeof orders)[MemberSort], { value, id }: Key): Paging {
  const sign = down ? '<' : '>';
  if (value === null)
    return down
      ? { where: `${column} IS NULL AND m.id < ?`, params: [id] }
      : { where: `(${column} IS NOT NULL OR m.id > ?)`, params: [id] };
  const orNull = down ? ` OR ${column} IS NULL` : '';
  return {
    where: `(${column} ${sign} ? OR (${column} = ? AND m.id ${sign} ?)${orNull})`,
    params: [value, value, id],
  };
}

/** The key of the last row of a page, opaque to whoever carries it. */
function writeKey(row: Row, sort: MemberSort): string {
  const { column } = orders[sort];
  const value = column === 'm.name' ? row.name : column === 'm.seen_at' ? row.seen_at : row.joined_at;
  return Buffer.from(JSON.stringify([value, row.id])).toString('base64url');
}

type Key = { readonly value: string | Date | null; readonly id: string };
type Paging = { readonly where: string; readonly params: unknown[] };

/** Where a page of the list begins, as it is sent back and forth: anything may come. */
const WrittenKey = z.tuple([z.string().nullable(), MemberId]);

function readKey(key: string, date: boolean): Key | null {
  try {
    const [value, id] = WrittenKey.parse(JSON.parse(Buffer.from(key, 'base64url').toString()));
    if (value === null) return date ? { value, id } : null;
    if (!date) return { value, id };
    const at = new Date(value);
    return Number.isNaN(at.getTime()) ? null : { value: at, id };
  } catch {
    return null;
  }
}
