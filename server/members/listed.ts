/**
 * Purpose: who stands in a directory of members, as one viewer sees it.
 * Invariant: admitted members who agreed; of their answers those of fields that members see of each other, and these to
 * admitted members alone.
 */
import { rowsFrom } from '../platform/rows';
import type { DataSource } from 'typeorm';
import { readFacts, type Facts } from '../../core/facts';
import { facetOf, showValue, type AnswerCondition } from '../../core/fields';
import type { DirectoryBlock, ListedView } from '../../core/pages';
import type { Setup } from '../../core/setup';
import { answerSql } from './answers.sql';

/** So many are shown; who looks for one of more uses a page of their own. */
const SHOWN = 300;

/** How somebody agrees by that field; null where it is none that can be agreed by. */
function agreement({ agreed }: DirectoryBlock, setup: Setup): AnswerCondition | null {
  const field = setup.fields.get(agreed);
  if (!field || field.retired) return null;
  const { is } = facetOf(field.of);
  if (is === 'yes') return { fact: 'field', field: agreed, test: { op: 'is', value: true } };
  return is === 'agreement' ? { fact: 'field', field: agreed, test: { op: 'atLeast', value: 1 } } : null;
}

export async function listedMembers(
  db: DataSource,
  block: DirectoryBlock,
  viewer: Facts,
  setup: Setup,
): Promise<ListedView> {
  const rule = agreement(block, setup);
  if (!rule) return { people: [], more: 0 };
  const { sql, params } = answerSql(rule, setup);
  const from = `FROM member m WHERE m.standing = 'admitted' AND m.shadow_of = '' AND ${sql}`;
  const rows = await rowsFrom<{ name: string; facts: string | null }>(
    db,
    `SELECT m.name, (SELECT f.facts FROM member_facts f WHERE f.member = m.id) AS facts ${from} ORDER BY m.name, m.id LIMIT ${SHOWN}`,
    [...params],
  );
  const total =
    rows.length < SHOWN
      ? rows.length
      : Number((await rowsFrom<{ n: string }>(db, `SELECT COUNT(*) AS n ${from}`, [...params]))[0]!.n);
  const shown =
    viewer.standing === 'admitted'
      ? block.fields.flatMap((id) => {
          const field = setup.fields.get(id);
          return field && field.seenBy === 'members' && facetOf(field.of).is !== 'file' ? [field] : [];
        })
      : [];
  return {
    more: total - rows.length,
    people: rows.map(({ name, facts }) => {
      const { fields } = facts === null ? { fields: {} } : readFacts(facts);
      const answers = shown.flatMap(({ id, label, of }) => {
        const value = (fields as Facts['fields'])[id];
        const said = value === undefined ? '' : showValue(of, value, setup.doc.site);
        return said === '' ? [] : [{ label, value: said }];
      });
      return { name, answers };
    }),
  };
}
