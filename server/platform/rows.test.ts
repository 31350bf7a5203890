import { afterAll, beforeAll, expect, it } from 'vitest';
import { makeStack, type Stack } from '../../tests/support/stack';
import { CardRow, LedgerEntryRow } from '../money/money.entities';
import { changeRow, insertRow, putRow, rowOf } from './rows';

let stack: Stack;
beforeAll(async () => {
  stack = await makeStack({ members: 2, env: { ADMISSA_WORKER: '0' } });
  // A card is somebody's.
  for (const id of [member, other])
    await stack.query(
      `INSERT INTO member (id, mail_key, mail, name, standing, standing_since, joined_at, seen_at, password_hash, shadow_of)
       SELECT '${id}', '${id}', mail, name, standing, standing_since, joined_at, seen_at, '', '' FROM member LIMIT 1`,
    );
});
afterAll(async () => {
  await stack.query(`DELETE FROM ledger_entry WHERE member LIKE 'nobody%'`);
  await stack.query(`DELETE FROM member WHERE id LIKE 'nobody%'`);
  await stack.stop();
});

const manager = () => stack.services.db.manager;
const member = 'nobody00000000000001';
const other = 'nobody00000000000002';
const card = { member, token: 'ct_1', last: '0531', expires: '12/49', since: 1_800_000_000_123, told: true };

it('a row is read as it was written, put over by its key, and changed alone', async () => {
  expect(await rowOf(manager(), CardRow, { member })).toBeNull();
  await putRow(manager(), CardRow, card);
  await putRow(manager(), CardRow, { ...card, member: other });
  expect(await rowOf(manager(), CardRow, { member })).toEqual(card);
  await putRow(manager(), CardRow, { ...card, token: 'ct_2', told: false });
  expect(await rowOf(manager(), CardRow, { member })).toEqual({ ...card, token: 'ct_2', told: false });
  await changeRow(manager(), CardRow, { member }, { last: '1060' });
  expect(await rowOf(manager(), CardRow, { member }, true)).toMatchObject({ token: 'ct_2', last: '1060' });
  expect(await rowOf(manager(), CardRow, { member: other })).toMatchObject({ last: '0531' });
  await changeRow(manager(), CardRow, { member: 'nobody00000000000003' }, { last: '1060' });
  expect(await stack.query(`SELECT 1 FROM card WHERE member LIKE 'nobody%'`)).toHaveLength(2);
});

it('rows of one kind are added at once, and the first says its number', async () => {
  const entry = { at: 1_800_000_000_000, what: 'charge', payment: null, member } as const;
  const first = await insertRow(manager(), LedgerEntryRow, entry, { ...entry, what: 'payment' });
  const rows = await stack.query<{ id: string; what: string }>('SELECT id, what FROM ledger_entry WHERE member = ?', [
    member,
  ]);
  expect(rows.map(({ what }) => what)).toEqual(['charge', 'payment']);
  expect(String(rows[0]!.id)).toBe(first);
});

it('what no column holds is a mistake that is told', async () => {
  const wrong = { ...card, number: '9704' } as never;
  await expect(insertRow(manager(), CardRow, wrong)).rejects.toThrow('No column holds number.');
});

it('a key that is taken is told as the database tells it', async () => {
  await expect(insertRow(manager(), CardRow, card)).rejects.toMatchObject({ errno: 1062 });
});
