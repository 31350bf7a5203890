/**
 * Purpose: a condition on an answer as SQL over `member_value`, by the indexes of its typed columns alone.
 * Invariant: whom it finds is whom `meetsField` finds (tested against it). The text column holds the first letters of
 * a text and compares loosely; the index narrows, and what is left is compared as the code compares.
 */
import { inSmall, type AnswerCondition, type FieldItem, type FieldTest } from '../../core/fields';
import { never } from '../../core/kernel';

export type Sql = { readonly sql: string; readonly params: readonly unknown[] };
type Fields = { readonly fields: ReadonlyMap<string, FieldItem> };

/** So many letters of a text lie in its column (`MemberValueRow.text`). */
const KEPT = 190;
export const nobody: Sql = { sql: '1 = 0', params: [] };

/** For members `m`. A field that does not exist is answered by nobody. */
export function answerSql({ field: id, test }: AnswerCondition, setup: Fields): Sql {
  const field = setup.fields.get(id);
  const { sql, params } = field ? testSql(test) : nobody;
  return { sql: `m.id IN (SELECT v.member FROM member_value v WHERE v.field = ? AND ${sql})`, params: [id, ...params] };
}

const like = (text: string): string => text.replace(/[\\%_]/g, '\\$&');
/** The whole value of the row in hand, looked up only where its column cannot decide. */
const inWhole = (condition: string): string =>
  `EXISTS (SELECT 1 FROM member_value w WHERE w.member = v.member AND w.field = v.field AND ${condition})`;

/**
 * By what the value in hand is, not by the kind its field has now: a field may have become another while its answers
 * stayed as they were given, and the code asks the value too.
 */
const IS = {
  text: `JSON_TYPE(v.value) = 'STRING'`,
  list: `JSON_TYPE(v.value) = 'ARRAY'`,
  number: `JSON_TYPE(v.value) IN ('INTEGER', 'DOUBLE')`,
  truth: `JSON_TYPE(v.value) = 'BOOLEAN'`,
  /** A day, or a span of days, also where a text happens to read as one. */
  days: `JSON_TYPE(v.value) = 'STRING' AND v.text REGEXP '^[0-9]{4}-[0-9]{2}-[0-9]{2}(/[0-9]{4}-[0-9]{2}-[0-9]{2})?$'`,
} as const;
/** As `inSmall` writes it. */
const small = (text: string): string => `REPLACE(LOWER(${text}), 'ς', 'σ') COLLATE utf8mb4_bin`;

function testSql(test: FieldTest): Sql {
  switch (test.op) {
    case 'answered':
      return { sql: `(v.text IS NULL OR v.text <> '')`, params: [] };
    case 'is':
      return isSql(test.value);
    case 'atLeast':
      return { sql: `v.number >= ? AND ${IS.number}`, params: [test.value] };
    case 'atMost':
      return { sql: `v.number <= ? AND ${IS.number}`, params: [test.value] };
    case 'startsWith': {
      const begins = [...test.value].slice(0, KEPT / 2).join('');
      const low = `${like(inSmall(test.value))}%`;
      const exact =
        test.value.length < KEPT / 2
          ? `${small('v.text')} LIKE ?`
          : inWhole(`${small(`JSON_VALUE(w.value, '$')`)} LIKE ?`);
      return { sql: `v.text LIKE ? AND ${IS.text} AND ${exact}`, params: [`${like(begins)}%`, low] };
    }
    case 'includes':
      return {
        sql: `${IS.list} AND IF(CHAR_LENGTH(v.text) < ${KEPT}, FIND_IN_SET(?, v.text) > 0, ${inWhole('JSON_CONTAINS(w.value, ?)')})`,
        params: [test.value, JSON.stringify(test.value)],
      };
    case 'from':
      // A span begins with its first day, so that it stands behind that day in the order of texts.
      return { sql: `v.text >= ? AND ${IS.days}`, params: [test.day] };
    case 'until':
      return { sql: `RIGHT(v.text, 10) <= ? AND ${IS.days}`, params: [test.day] };
    default:
      return never(test);
  }
}

function isSql(value: string | number | boolean): Sql {
  if (typeof value === 'number') return { sql: `v.number = ? AND ${IS.number}`, params: [value] };
  if (typeof value === 'boolean') return { sql: `v.number = ? AND ${IS.truth}`, params: [Number(value)] };
  const [kept, low] = [value.slice(0, KEPT), inSmall(value)];
  // A list lies as text too, and is equal to none.
  const narrow = `v.text = ? AND ${IS.text}`;
  const exact = value.length < KEPT ? `${small('v.text')} = ?` : inWhole(`${small(`JSON_VALUE(w.value, '$')`)} = ?`);
  return { sql: `${narrow} AND ${exact}`, params: [kept, low] };
}
