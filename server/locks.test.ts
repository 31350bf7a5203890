/** What a transaction locks: each thing read once, in one order, with the database itself. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ApplicationId, MemberId, PaymentId, TermId } from '../core/kernel';
import { makeStack, type Stack } from '../tests/support/stack';
import { statementsOf } from '../tests/support/statements';
import { lockApplication } from './joining/application.store';
import { PersonInHand } from './members';
import { lockPayment, lockTerm } from './money/money.store';
import { transact } from './platform/database';
import { holdShared } from './platform/locks';

let stack: Stack;
let people: MemberId[];
beforeAll(async () => {
  stack = await makeStack({ members: 20, env: { ADMISSA_WORKER: '0' } });
  stack.services.live.stop();
  const rows = await stack.query<{ id: MemberId }>(
    `SELECT DISTINCT m.id FROM member m JOIN term t ON t.member = m.id JOIN payment p ON p.member = m.id
     JOIN application a ON a.member = m.id ORDER BY m.id`,
  );
  people = rows.map(({ id }) => id);
});
afterAll(() => stack.stop());

const of = async <Id>(table: string, member: MemberId): Promise<Id> =>
  (await stack.query<{ id: Id }>(`SELECT id FROM ${table} WHERE member = ? LIMIT 1`, [member]))[0]!.id;
const db = () => stack.services.database.source;
const setup = () => stack.services.live.must.setup;

describe('a transaction', () => {
  it.each(['application', 'term', 'payment'] as const)(
    'holds whom a %s belongs to before it, and reads both once',
    async (table) => {
      const [member] = people;
      const application = await of<ApplicationId>('application', member!);
      const term = await of<TermId>('term', member!);
      const payment = await of<PaymentId>('payment', member!);
      const said = await statementsOf(stack, () =>
        transact(db(), async (manager) => {
          const lock = () =>
            ({
              application: () => lockApplication(manager, application, setup()),
              term: () => lockTerm(manager, term),
              payment: () => lockPayment(manager, payment),
            })[table]();
          const first = await lock();
          expect(first).not.toBeNull();
          expect(await lock()).toBe(first);
          expect((await PersonInHand.read(manager, member!))?.id).toBe(member);
        }),
      );
      const [person, thing, ...more] = said.filter((sql) => sql.includes('FOR UPDATE'));
      expect(person).toContain('FROM member m');
      expect(thing).toContain(`FROM \`${table}\``);
      expect(more).toEqual([]);
    },
  );

  it('refuses in tests what is locked out of its order', async () => {
    const [first, second] = people;
    const payment = await of<PaymentId>('payment', second!);
    const trial = (work: Parameters<typeof transact>[1]) => transact(db(), work);
    await expect(
      trial(async (manager) => {
        await PersonInHand.read(manager, second!);
        await PersonInHand.read(manager, first!);
      }),
    ).rejects.toThrow('in the order of their ids');
    await expect(
      trial(async (manager) => {
        await holdShared(manager, 'code', 'spring');
        await PersonInHand.read(manager, first!);
      }),
    ).rejects.toThrow('is locked after code spring');
    await expect(
      trial(async (manager) => {
        await PersonInHand.read(manager, first!);
        await lockPayment(manager, payment);
      }),
    ).rejects.toThrow('without the person it belongs to');
    await expect(PersonInHand.read(db().manager, first!)).rejects.toThrow('Only a transaction');
  });

  it('lets one of two wait who count what is left of the same, and finds what the first has written', async () => {
    const order: string[] = [];
    let began: () => void = () => undefined;
    const held = new Promise<void>((done) => (began = done));
    const first = transact(db(), async (manager) => {
      await holdShared(manager, 'code', 'spring');
      began();
      await new Promise((wait) => setTimeout(wait, 150));
      order.push('first');
    });
    await held;
    await transact(db(), async (manager) => {
      await holdShared(manager, 'code', 'spring');
      order.push('second');
    });
    await first;
    expect(order).toEqual(['first', 'second']);
  });
});
