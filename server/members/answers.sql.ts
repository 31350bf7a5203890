/**
 * Purpose: a condition on an answer as SQL over `member_value`, by the indexes of its typed columns alone.
 * Invariant: whom it finds is whom `meetsField` finds (tested against it). The text column holds the first letters of
 * a text and compares loosely; the index narrows, and what is left is compared as the code compares.
 */
import type { AnswerCondition, FieldItem, FieldTest } from '../../core/fields';
import { never } from '../../core/kernel';

export type Sql = { readonly sql: string; readonly params: readonly unknown[] };
type Fields = { readonly fields: ReadonlyMap<string, FieldItem> };

/** So many letters of a text lie in its column (`MemberValueRow.text`). */
const KEPT = 190;
export const nobody: Sql = { sql: '1 = 0', params: [] };

/** For members `m`. A field that does not exist is answered by nobody. */
export function answerSql({ field: id, test }: AnswerCondition, setup: Fields): Sql {
  const field = setup.fields.get(id);
  const { sql, params } = field ? testSql(test, field) : nobody;
  return { sql: `m.id IN (SELECT v.member FROM member_value v WHERE v.field = ? AND ${sql})`, params: [id, ...params] };
}

const like = (text: string): string => text.replace(/[\\%_]/g, '\\$&');
/** The whole value of the row in hand, looked up only where its column cannot decide. */
const inWhole = (condition: string): string =>
  `EXISTS (SELECT 1 FROM member_value w WHERE w.member = v.member AND w.field = v.field AND ${condition})`;

function testSql(test: FieldTest, { of }: FieldItem): Sql {
  switch (test.op) {
    case 'answered':
      return { sql: `(v.text IS NULL OR v.text <> '')`, params: [] };
    case 'is':
      return isSql(test.value, of.kind);
    case 'atLeast':
      return isNumber(of.kind) ? { sql: 'v.number >= ?', params: [test.value] } : nobody;
    case 'atMost':
      return isNumber(of.kind) ? { sql: 'v.number <= ?', params: [test.value] } : nobody;
    case 'startsWith': {
      const begins = [...test.value].slice(0, KEPT / 2).join('');
      const low = `${like(test.value.toLowerCase())}%`;
      const exact =
        test.value.length < KEPT / 2
          ? 'LOWER(v.text) COLLATE utf8mb4_bin LIKE ?'
          : inWhole(`LOWER(JSON_VALUE(w.value, '$')) COLLATE utf8mb4_bin LIKE ?`);
      return { sql: `v.text LIKE ? AND ${exact}`, params: [`${like(begins)}%`, low] };
    }
    case 'includes':
      if (of.kind !== 'severalChoices') return nobody;
      return {
        sql: `IF(CHAR_LENGTH(v.text) < ${KEPT}, FIND_IN_SET(?, v.text) > 0, ${inWhole('JSON_CONTAINS(w.value, ?)')})`,
        params: [test.value, JSON.stringify(test.value)],
      };
    case 'from':
      // A span begins with its first day, so that it stands behind that day in the order of texts.
      if (isDays(of.kind)) return { sql: 'v.text >= ?', params: [test.day] };
      return of.kind === 'severalChoices' ? nobody : { sql: `${READS_AS_DAYS} AND v.text >= ?`, params: [test.day] };
    case 'until':
      if (of.kind === 'date') return { sql: `v.text <= ? AND v.text <> ''`, params: [test.day] };
      if (of.kind === 'dateRange')
        return { sql: 'SUBSTRING(v.text, 12) <= ? AND CHAR_LENGTH(v.text) = 21', params: [test.day] };
      return of.kind === 'severalChoices'
        ? nobody
        : { sql: `${READS_AS_DAYS} AND RIGHT(v.text, 10) <= ?`, params: [test.day] };
    default:
      return never(test);
  }
}

/** A text that happens to read as a day or a span of days. */
const READS_AS_DAYS = `v.text REGEXP '^[0-9]{4}-[0-9]{2}-[0-9]{2}(/[0-9]{4}-[0-9]{2}-[0-9]{2})?$'`;
const isDays = (kind: FieldItem['of']['kind']): boolean => kind === 'date' || kind === 'dateRange';
const isNumber = (kind: FieldItem['of']['kind']): boolean => kind === 'number' || kind === 'agreement';

function isSql(value: string | number | boolean, kind: FieldItem['of']['kind']): Sql {
  if (typeof value === 'number') return isNumber(kind) ? { sql: 'v.number = ?', params: [value] } : nobody;
  if (typeof value === 'boolean') return kind === 'yesNo' ? { sql: 'v.number = ?', params: [Number(value)] } : nobody;
  // A list lies as text too, and is equal to none.
  if (kind === 'severalChoices' || kind === 'dateRange') return nobody;
  const kept = value.slice(0, KEPT);
  const sql = 'v.text = ? AND BINARY v.text = BINARY ?';
  if (value.length < KEPT) return { sql, params: [kept, kept] };
  return { sql: `${sql} AND ${inWhole('BINARY w.value = BINARY ?')}`, params: [kept, kept, JSON.stringify(value)] };
}
