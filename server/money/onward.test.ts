/** Money as it goes on: what a renewal costs and leaves alone, notices out of order, a switch by transfer, rates of tax. */
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import type { BooksView, OwnMoneyView } from '../../contract';
import { PAYS, back, giveCard, pay, payersOf, placeOf, type Payer } from '../../tests/support/money';
import { Caller, makeStack, until, type Stack } from '../../tests/support/stack';
import { statementsOf } from '../../tests/support/statements';

let stack: Stack;
let bea: Caller;
let payers: ReturnType<typeof payersOf>;
beforeAll(async () => {
  stack = await makeStack({ members: 5 });
  payers = payersOf(stack);
  bea = await new Caller(stack.address).staffIn('bea@quillmoor.example');
});
afterAll(() => stack.stop());
afterEach(async () => {
  Object.assign(stack.mood, { slow: 0, lingers: 0, late: 0, twice: false, reversed: false, lost: false });
  await stack.services.jobs.stop();
  stack.services.jobs.start();
  await stack.settled();
  await bea.staffIn('bea@quillmoor.example');
  const { body } = await bea.get<BooksView>('/desk/money/books?anew=yes');
  expect(body.faults).toEqual([]);
});

const DAY = 86_400_000;
const ownMoney = async (who: Caller): Promise<OwnMoneyView> => (await placeOf(who, '/account', 'account')).money!;
async function payer(about: object): Promise<Payer> {
  const who = await payers.atTheGate();
  const { body } = await pay(who, about);
  await giveCard(body.next, PAYS);
  await placeOf(who, body.here, 'paying');
  await stack.settled();
  return who;
}
const later = async (days: number): Promise<void> => {
  await stack.days(days);
  await stack.settled();
};
/** Everybody else's clocks stand, and so do the hands of the process: what is done is done by the test. */
async function alone(who: Payer): Promise<{ term: string; due: number }> {
  await stack.services.jobs.stop();
  const [row] = await stack.query<{ id: string; until_at: Date }>(
    `SELECT t.id, t.until_at FROM term t JOIN member m ON m.id = t.member WHERE m.mail = ? AND t.state <> 'ended'`,
    [who.mail],
  );
  await stack.query(`DELETE FROM job WHERE lane IN ('work', 'cards') AND job_key <> ?`, [`term:${row!.id}`]);
  return { term: row!.id, due: row!.until_at.getTime() };
}

describe('a renewal', () => {
  it('is asked for, charged and booked by few statements', async () => {
    const who = await payer({ amount: '20' });
    const { due } = await alone(who);
    const { jobs, clock, db } = stack.services;
    await clock.moveTo(due - DAY, db);
    while (await jobs.once('work'));
    await clock.moveTo(due + 1_000, db);
    // What it tells by itself would be counted too.
    stack.mood.lost = true;
    const asked = await statementsOf(stack, () => jobs.once('work'));
    const charged = await statementsOf(stack, () => jobs.once('cards'));
    const rows = await payers.paymentsOf(who);
    expect(rows.map(({ kind, state }) => [kind, state])).toEqual([
      ['first', 'paid'],
      ['renewal', 'paid'],
    ]);
    // With both transactions and the claims of the jobs; the second with the letter of thanks.
    expect({ asked: asked.length, charged: charged.length }).toEqual({ asked: 10, charged: 21 });
  });

  it('that was charged to the card before leaves the one that was given meanwhile', async () => {
    const who = await payer({ amount: '20' });
    const { term, due } = await alone(who);
    const { jobs, clock, db } = stack.services;
    await clock.moveTo(due + 1_000, db);
    while (await jobs.once('work'));
    stack.mood.lingers = 600;
    const charging = jobs.once('cards');
    const [, asked] = await payers.paymentsOf(who);
    await until('the charge', async () => stack.house.all().find(({ key }) => key.startsWith(asked!.id)) ?? null);
    const member = `(SELECT member FROM term WHERE id = '${term}')`;
    await stack.query(`UPDATE card SET token = 'ct_other', last = '1060' WHERE member = ${member}`);
    await charging;
    expect((await payers.paymentsOf(who)).map(({ state }) => state)).toEqual(['paid', 'paid']);
    const [card] = await stack.query<{ last: string }>(`SELECT last FROM card WHERE member = ${member}`);
    expect(card!.last).toBe('1060');
  });

  it('that was refused and taken by the house after all is booked when it tells so; once paid it is not asked about', async () => {
    const who = await payer({ amount: '20' });
    const { term, due } = await alone(who);
    const { jobs, clock, db } = stack.services;
    await stack.query(
      `UPDATE card SET token = 'ct_other' WHERE member = (SELECT member FROM term WHERE id = '${term}')`,
    );
    await clock.moveTo(due + 1_000, db);
    while (await jobs.once('work'));
    while (await jobs.once('cards'));
    const renewal = async () => (await payers.paymentsOf(who))[1]!;
    expect((await renewal()).state).toBe('refused');
    const { id } = await renewal();
    const taken = stack.house.give(stack.house.byItsKey(`${id}:0`)!.id, PAYS, '12/49', true);
    expect(taken).toMatchObject({ state: 'paid' });
    /** Looks that are to be made, one for each notice that has come. */
    const notices = () => stack.query('SELECT 1 FROM job WHERE lane = ?', ['cards']);
    await until('the notices', async () => ((await notices()).length === 2 ? true : null));
    await clock.moveTo(clock.now() + 31_000, db);
    const asked: string[] = [];
    const byItsKey = stack.house.byItsKey.bind(stack.house);
    stack.house.byItsKey = (key) => (asked.push(key), byItsKey(key));
    while (await jobs.once('cards'));
    stack.house.byItsKey = byItsKey;
    expect((await renewal()).state).toBe('paid');
    // The notice of the refusal or that of the payment, whichever came first.
    expect(asked).toEqual([`${id}:0`]);
  });

  it('is booked once when the house tells of several twice and the newer first', async () => {
    const people = [await payer({ amount: '12' }), await payer({ amount: '13' }), await payer({ amount: '14' })];
    Object.assign(stack.mood, { twice: true, reversed: true, late: 30 });
    await later(33);
    for (const who of people) {
      const rows = await payers.paymentsOf(who);
      expect(rows.map(({ kind, state }) => [kind, state])).toEqual([
        ['first', 'paid'],
        ['renewal', 'paid'],
      ]);
      const receipts = await stack.query('SELECT 1 FROM receipt WHERE payment = ?', [rows[1]!.id]);
      expect(receipts).toHaveLength(1);
      const charges = stack.house.all().filter(({ key, state }) => key.startsWith(rows[1]!.id) && state === 'paid');
      expect(charges).toHaveLength(1);
    }
  });
});

describe('a switch by transfer', () => {
  it('says the same before, in the letter and in the ledger, and is carried out once all of it has come', async () => {
    const who = await payer({ amount: '10' });
    type Quote = { total: string; lines: { label: string; amount: string }[] };
    const { body: quote } = await who.post<Quote>('/site/pay/reckon', { offer: 'patron/yearly' });
    const left = quote.lines.find(({ label }) => label === 'Left from before')!.amount;
    expect((await pay(who, { offer: 'patron/yearly', by: 'transfer' })).body.next).toBe('/pay');
    const { text } = await stack.letter(who.mail, ({ subject }) => subject.includes('transfer'));
    expect(text).toContain(quote.total);
    const row = (await payers.paymentsOf(who)).find(({ kind }) => kind === 'switch')!;
    const received = (amount: string) => bea.post('/desk/money/received', { id: row.id, amount });
    expect((await received('50.00')).status).toBe(200);
    expect((await ownMoney(who)).terms[0]!.says).toMatch(/^£10\.00 on /);
    const rest = (Number(row.amount) / 100 - 50).toFixed(2);
    expect((await received(rest)).status).toBe(200);
    expect((await ownMoney(who)).terms[0]!.says).toMatch(/^£120\.00 on /);
    const sums = await stack.query<{ account: string; amount: string }>(
      `SELECT l.account, SUM(l.amount) AS amount FROM ledger_entry e JOIN ledger_line l ON l.entry = e.id
       WHERE e.payment = ? GROUP BY l.account`,
      [row.id],
    );
    const of = (account: string) => Number(sums.find((one) => one.account === account)?.amount ?? 0);
    expect(`£${(of('bank') / 100).toFixed(2)}`).toBe(quote.total);
    expect([of('owed'), of('credit')]).toEqual([0, 0]);
    expect(left).toBe('-£10.00');
    expect(of('bank')).toBe(12_000 - 1_000);
  });
});

describe('what is left when a term ends', () => {
  it('is taken off what its member takes next, once', async () => {
    const who = await payer({ offer: 'patron/yearly' });
    // Dearer by the month, so at once: 120 pounds are left, of which 20 are used.
    expect((await pay(who, { offer: 'patron/own', amount: '20' })).body.next).toContain('/pay');
    const [change] = (await payers.paymentsOf(who)).filter(({ kind }) => kind === 'switch');
    expect(change).toMatchObject({ amount: 0 });
    const { body } = await pay(who, { offer: 'patron/own', amount: '20' });
    await giveCard(body.next, PAYS);
    await placeOf(who, body.here, 'paying');
    const held = (await ownMoney(who)).terms[0]!;
    expect((await who.post('/site/terms/cancel', { term: held.id })).status).toBe(200);
    await later(33);
    await back(who);
    expect(await payers.standingOf(who)).toBe('lapsed');
    const said = /^Ended on .*\. £100\.00 that you had left is taken off what you take next\.$/;
    expect((await ownMoney(who)).terms[0]!.says).toMatch(said);
    type Quote = { total: string; lines: { label: string; note: string; amount: string }[] };
    const { body: quote } = await who.post<Quote>('/site/pay/reckon', { offer: 'apprentice/course' });
    expect(quote.lines.at(-1)).toMatchObject({
      label: 'Left from before',
      note: 'From a membership that has ended',
    });
    expect(quote.total).toBe('£0.00');
    expect((await pay(who, { offer: 'apprentice/course' })).body.next).toBe('/account');
    expect(await payers.standingOf(who)).toBe('admitted');
    const terms = await stack.query<{ credit: string; level: string }>(
      `SELECT t.level, JSON_VALUE(t.data, '$.credit') AS credit FROM term t JOIN member m ON m.id = t.member
       WHERE m.mail = ? ORDER BY t.from_at`,
      [who.mail],
    );
    const used = -Math.round(Number(quote.lines.at(-1)!.amount.replace(/[^\d.-]/g, '')) * 100);
    expect(terms.map(({ level }) => level)).toEqual(['patron', 'patron', 'apprentice']);
    expect(terms.slice(1).map(({ credit }) => Number(credit))).toEqual([0, 10_000 - used]);
    const [kept] = await stack.query<{ amount: string }>(
      `SELECT SUM(l.amount) AS amount FROM ledger_entry e JOIN ledger_line l ON l.entry = e.id
       JOIN member m ON m.id = e.member WHERE m.mail = ? AND l.account = 'credit'`,
      [who.mail],
    );
    expect(Number(kept!.amount)).toBe(used - 10_000);
  });
});

describe('the clock', () => {
  it('moved over a month end on which clocks go back charges once, at the same hour of the day', async () => {
    // In these years 31 October is the end of a month that has the hour from one to two twice.
    const year = [2027, 2032, 2038].find((one) => Date.UTC(one, 7, 31) > stack.services.clock.now())!;
    await stack.to(() => Date.UTC(year, 7, 31, 0, 30));
    await stack.settled();
    const who = await payer({ amount: '20' });
    const opened = async () =>
      (
        await stack.query<{ opened_at: Date; state: string; kind: string }>(
          `SELECT p.opened_at, p.state, p.kind FROM payment p JOIN member m ON m.id = p.member
           WHERE m.mail = ? ORDER BY p.opened_at`,
          [who.mail],
        )
      ).map((row) => ({ ...row, at: row.opened_at.getTime() }));
    const [term] = await stack.query<{ from_at: Date }>(
      'SELECT t.from_at FROM term t JOIN member m ON m.id = t.member WHERE m.mail = ?',
      [who.mail],
    );
    const began = term!.from_at.getTime();
    const HOUR = 3_600_000;
    const due = [30 * DAY, 61 * DAY, 91 * DAY + HOUR].map((after) => began + after);
    for (const [n, at] of due.entries()) {
      await stack.to(() => at - 60_000);
      await stack.settled();
      expect(await opened()).toHaveLength(n + 1);
      // Past the instant, and past the same hour of the day once more.
      for (const past of [1_000, HOUR + 1_000]) {
        await stack.to(() => at + past);
        await stack.settled();
        const rows = await opened();
        expect(rows.map(({ state }) => state)).toEqual(Array(n + 2).fill('paid'));
        expect(Math.abs(rows.at(-1)!.at - at)).toBeLessThan(60_000);
        expect(await payers.standingOf(who)).toBe('admitted');
      }
    }
    const charges = stack.house.all().filter(({ amount, state }) => amount === 2_000 && state === 'paid');
    const mine = new Set((await payers.paymentsOf(who)).map(({ id }) => id));
    expect(charges.filter(({ key }) => mine.has(key.split(':')[0]!))).toHaveLength(4);
  });
});

describe('tax', () => {
  it('is of the rate of the level, shown before paying, on the receipt and in the table of the month', async () => {
    await stack.publish((doc) => {
      doc.money.tax = { name: 'VAT', mode: 'included', rate: 2_000 };
      doc.levels.find(({ id }) => id === 'apprentice')!.tax = 500;
    });
    const patron = await payers.atTheGate();
    const { pay: view } = await placeOf(patron, '/joining', 'joining');
    expect(view!.quote.tax).toBe('With £3.33 of VAT at 20%');
    const who = await payer({ amount: '24' });
    await stack.to(() => stack.services.clock.now() + 1_000);
    await back(who);
    const course = await pay(who, { offer: 'apprentice/course' });
    await giveCard(course.body.next, PAYS);
    await placeOf(who, course.body.here, 'paying');
    const month = new Date(stack.services.clock.now()).toISOString().slice(0, 7);
    const { csv } = (await bea.get<{ csv: string }>(`/desk/money/csv?month=${month}`)).body;
    const [head = '', ...rows] = csv.replace('\uFEFF', '').trim().split('\r\n');
    const cells = (row: string) => Object.fromEntries(row.split(',').map((cell, n) => [head.split(',')[n], cell]));
    const mine = rows.filter((row) => row.includes(who.mail)).map(cells);
    expect(mine.map((row) => [row['Level'], row['Tax rate']])).toEqual([
      ['Patron', '20%'],
      ['Apprentice', '5%'],
    ]);
    expect(mine[0]).toMatchObject({ Amount: '24.00', 'Tax within': '4.00' });
  });
});
