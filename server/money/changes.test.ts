/** What a member changes to, where what is shown is what is taken: beside a gift, with a code, from what is kept, while owing. */
import { afterAll, afterEach, beforeAll, expect, it } from 'vitest';
import type { BooksView, OwnMoneyView, PayView } from '../../contract';
import { dayOf } from '../../core/kernel';
import { Price } from '../../core/levels';
import { CodeItem } from '../../core/money';
import { ONCE, PAYS, back, giveCard, pay, payersOf, placeOf, type Payer } from '../../tests/support/money';
import { Caller, makeStack, until, type Stack } from '../../tests/support/stack';

let stack: Stack;
let bea: Caller;
let odile: Caller;
let payers: ReturnType<typeof payersOf>;
const each = { count: 1, unit: 'years' } as const;
beforeAll(async () => {
  stack = await makeStack({ members: 5 });
  payers = payersOf(stack);
  await stack.publish((doc) => {
    const prices = doc.levels.find(({ id }) => id === 'patron')!.prices;
    // As an owner has it who sets no limit.
    for (const price of prices) if (price.kind === 'own') delete price.most;
    prices.push(Price.parse({ id: 'large', kind: 'every', amount: 25_000, each }));
    prices.push(Price.parse({ id: 'small', kind: 'every', amount: 6_000, each }));
    const trial = { lasts: { count: 1, unit: 'months' }, amount: 0 };
    prices.push(Price.parse({ id: 'tried', kind: 'every', amount: 30_000, each, trial, fee: 500 }));
  });
});
afterAll(() => stack.stop());
beforeAll(signedIn);
afterEach(async () => {
  await stack.settled();
  await signedIn();
  expect((await bea.get<BooksView>('/desk/money/books?anew=yes')).body.faults).toEqual([]);
});
async function signedIn(): Promise<void> {
  bea = await new Caller(stack.address).staffIn('bea@quillmoor.example');
  odile = await new Caller(stack.address).staffIn('odile@quillmoor.example');
}

type Quote = PayView['quote'];
const reckon = async (who: Caller, about: object): Promise<Quote> =>
  (await who.post<Quote>('/site/pay/reckon', { amount: '', code: '', ...about })).body;
const ownMoney = async (who: Caller): Promise<OwnMoneyView> => (await placeOf(who, '/account', 'account')).money!;
const rowsOf = async (who: Payer) =>
  (await payers.paymentsOf(who)).map(({ kind, amount, state }) => [kind, Number(amount), state]);
const termsOf = (who: Payer) =>
  stack.query<{ state: string; level: string; by: string; credit: string }>(
    `SELECT t.state, t.level, JSON_VALUE(t.data, '$.by') AS \`by\`, JSON_VALUE(t.data, '$.credit') AS credit
     FROM term t JOIN member m ON m.id = t.member WHERE m.mail = ? ORDER BY t.from_at, t.id`,
    [who.mail],
  );
async function paysNow(who: Payer, about: object, card = PAYS): Promise<void> {
  const { body } = await pay(who, about);
  expect([body.faults, body.code]).toEqual([undefined, undefined]);
  if (!body.next.startsWith('/')) {
    await giveCard(body.next, card);
    await placeOf(who, body.here, 'paying');
  }
  await stack.settled();
}
async function payer(about: object, card = PAYS): Promise<Payer> {
  const who = await payers.atTheGate();
  await paysNow(who, about, card);
  return who;
}
async function days(who: Payer, count: number): Promise<void> {
  await stack.days(count);
  await stack.settled();
  await back(who);
}

it('sets off what was paid, whatever was given beside it', async () => {
  const who = await payer({ offer: 'patron/yearly' });
  const [member] = await stack.query<{ id: string }>('SELECT id FROM member WHERE mail = ?', [who.mail]);
  const gift = { member: member!.id, level: 'keeper', months: 12 };
  expect((await odile.post('/desk/money/gift', gift)).status).toBe(200);
  const quote = await reckon(who, { offer: 'patron/large' });
  expect([quote.total, quote.lines.map(({ amount }) => amount)]).toEqual(['£130.00', ['£250.00', '-£120.00']]);
  await paysNow(who, { offer: 'patron/large' });
  expect((await termsOf(who)).map(({ state, level, by }) => [state, level, by])).toEqual(
    expect.arrayContaining([
      ['ended', 'patron', 'card'],
      ['running', 'keeper', 'gift'],
      ['running', 'patron', 'card'],
    ]),
  );
  expect(await rowsOf(who)).toEqual(
    expect.arrayContaining([
      ['first', 12_000, 'paid'],
      ['switch', 13_000, 'paid'],
    ]),
  );
  // What has gone into the other payment cannot go back as well.
  const [first] = (await payers.paymentsOf(who)).filter(({ kind }) => kind === 'first');
  const refund = { id: first!.id, amount: '1', reason: 'A mistake', ends: false };
  expect((await bea.post('/desk/money/refund', refund)).status).toBe(404);
  expect((await bea.get<{ back: string | null }>(`/desk/money/payment/${first!.id}`)).body.back).toBeNull();
});

it('takes a code for what begins at the end of the term, as it was shown', async () => {
  const who = await payer({ offer: 'patron/yearly' });
  const choice = { offer: 'patron/small', code: 'MARKET26' };
  const quote = await reckon(who, choice);
  expect([quote.total, quote.after[0]!.says]).toEqual(['£0.00', expect.stringMatching(/^Next payment £54\.00, /)]);
  await paysNow(who, choice);
  await days(who, 367);
  expect(await rowsOf(who)).toEqual([
    ['first', 12_000, 'paid'],
    ['renewal', 5_400, 'paid'],
  ]);
});

it('books what is paid from what was kept, tells what is kept and what is taken first', async () => {
  const who = await payer({ offer: 'patron/yearly' });
  const down = { offer: 'patron/own', amount: '50' };
  const quote = await reckon(who, down);
  expect(quote.lines.map(({ amount, note }) => [amount, note])).toEqual([
    ['£50.00', expect.any(String)],
    ['-£50.00', expect.stringMatching(/^£120\.00 left, 36[56] days as Patron/)],
  ]);
  expect(quote.after.map(({ title }) => title)).toEqual([
    '£70.00 is kept for you',
    // Of £70.00 the next takes £50.00, and the one behind it what is left.
    expect.stringMatching(/^Next payment £30\.00, /),
  ]);
  await paysNow(who, down);
  // At the end of the month another begins, which is paid from what is kept as well.
  await paysNow(who, { offer: 'patron/small' });
  await days(who, 32);
  expect(await rowsOf(who)).toEqual(
    expect.arrayContaining([
      ['switch', 0, 'paid'],
      ['renewal', 0, 'paid'],
    ]),
  );
  expect((await termsOf(who)).at(-1)).toMatchObject({ state: 'running', credit: '1000' });
  const { receipts } = await ownMoney(who);
  expect(receipts.map(({ amount }) => amount)).toEqual(['£0.00', '£0.00', '£120.00']);
});

it('uses up the credit beside a part that was paid, and keeps the tax of both', async () => {
  await stack.publish((doc) => {
    doc.money.tax = { name: 'VAT', mode: 'included', rate: 2_000 };
  });
  const who = await payers.atTheGate();
  const received = async (amount: string) => {
    const row = (await payers.paymentsOf(who)).find(({ state }) => state === 'awaited')!;
    expect((await bea.post('/desk/money/received', { id: row.id, amount })).status).toBe(200);
    await stack.settled();
  };
  await paysNow(who, { offer: 'patron/yearly', by: 'transfer' });
  await received('120');
  // £120.00 into £60.00 and £60.00 kept; the next year asks for £70.00 of which £60.00 is there.
  await paysNow(who, { offer: 'patron/own', amount: '60', by: 'transfer' });
  await paysNow(who, { offer: 'patron/own', amount: '70', by: 'transfer' });
  await days(who, 32);
  await signedIn();
  const owed = (await payers.paymentsOf(who)).find(({ state }) => state === 'awaited')!;
  expect(Number(owed.amount)).toBe(1_000);
  await received('4');
  await days(who, 40);
  expect((await termsOf(who)).at(-1)).toMatchObject({ state: 'ended', credit: '0' });
  const tax = await stack.query<{ n: string }>(
    `SELECT SUM(l.amount) AS n FROM ledger_line l JOIN ledger_entry e ON e.id = l.entry
     WHERE l.account = 'tax' AND e.payment = ?`,
    [owed.id],
  );
  // Of £70.00, £64.00 stays: the £60.00 that were kept and the £4.00 that came.
  expect(Number(tax[0]!.n)).toBe(-1_067);
  await stack.publish((doc) => {
    delete doc.money.tax;
  });
});

it('asks for no fee to join, and gives no trial, to whoever only changes the price', async () => {
  const who = await payer({ offer: 'patron/yearly' });
  const { pay: view } = await placeOf(who, '/pay', 'pay');
  expect(view.offers.find(({ key }) => key === 'patron/tried')).toMatchObject({ beside: '' });
  const quote = await reckon(who, { offer: 'patron/tried' });
  expect([quote.total, quote.lines.map(({ amount }) => amount)]).toEqual(['£180.00', ['£300.00', '-£120.00']]);
  // Somebody new pays the fee and has the trial.
  const newcomer = await reckon(await payers.atTheGate(), { offer: 'patron/tried' });
  expect([newcomer.total, newcomer.after[0]!.title]).toEqual([
    '£5.00',
    expect.stringMatching(/^Next payment £300\.00, /),
  ]);
});

it('changes an amount of one’s own from the next payment on', async () => {
  const who = await payer({ amount: '15' });
  // Begins with what is paid already, and finds no fault in what nobody has typed.
  const { pay: view } = await placeOf(who, '/pay?offer=patron%2Fown', 'pay');
  expect([view.amount, view.offers.find(({ key }) => key === 'patron/own')?.own?.suggested]).toEqual([
    '15.00',
    '15.00',
  ]);
  expect(view.quote.faults).toEqual([]);
  expect(view.quote.after[0]!.title).toMatch(/^Next payment £15\.00, /);
  const quote = await reckon(who, { offer: 'patron/own', amount: '25' });
  expect([quote.total, quote.nothing, quote.after[0]!.title]).toEqual([
    '£0.00',
    true,
    expect.stringMatching(/^Next payment £25\.00, /),
  ]);
  expect((await reckon(who, { offer: 'patron/own', amount: '15' })).faults.map(({ says }) => says)).toEqual([
    'That is the amount you pay already.',
  ]);
  await paysNow(who, { offer: 'patron/own', amount: '25' });
  expect((await termsOf(who)).length).toBe(1);
  await days(who, 32);
  expect(await rowsOf(who)).toEqual([
    ['first', 1_500, 'paid'],
    ['renewal', 2_500, 'paid'],
  ]);
});

it('lets whoever owes go down a level at once', async () => {
  const who = await payer({ amount: '30' }, ONCE);
  await days(who, 32);
  expect((await ownMoney(who)).terms[0]!.trouble).toMatch(/^£30\.00 could not be taken/);
  const quote = await reckon(who, { offer: 'patron/small' });
  expect(quote.total).toBe('£60.00');
  await paysNow(who, { offer: 'patron/small' });
  await until('the level below', async () => ((await ownMoney(who)).terms[0]!.trouble === null ? true : null));
  expect((await rowsOf(who)).filter(([, , state]) => state === 'paid')).toEqual([
    ['first', 3_000, 'paid'],
    ['switch', 6_000, 'paid'],
  ]);
});

it('says which amount is too much, where the owner has set no limit', async () => {
  const who = await payers.atTheGate();
  const { status, body } = await pay(who, { amount: '30,000,000' });
  expect([status, body.faults?.map(({ says }) => says)]).toEqual([422, ['Write £1,000,000.00 or less.']]);
});

it('gives every part of a refund its share of the tax, as the ledger does, and prints the amount that was chosen', async () => {
  await stack.publish((doc) => {
    doc.money.tax = { name: 'VAT', mode: 'included', rate: 2_000 };
  });
  const who = await payer({ amount: '25' });
  const [row] = await payers.paymentsOf(who);
  for (const amount of ['8.33', '8.33', '8.34']) {
    const refund = { id: row!.id, amount, reason: 'A mistake', ends: false };
    expect((await bea.post('/desk/money/refund', refund)).status).toBe(200);
  }
  const month = dayOf(stack.services.clock.now(), stack.services.live.must.setup.doc.site).slice(0, 7);
  const { csv } = (await bea.get<{ csv: string }>(`/desk/money/csv?month=${month}`)).body;
  const mine = csv.split('\r\n').filter((line) => line.includes(who.mail));
  expect(mine.map((line) => line.split(',').slice(-2)[0])).toEqual(['4.17', '-1.39', '-1.39', '-1.39']);
  const { receipts } = await ownMoney(who);
  const { receipt } = await placeOf(who, `/receipts/${receipts.at(-1)!.number}`, 'receipt');
  expect(receipt.lines[0]!.note).toMatch(/^£25\.00 a month, /);
  await stack.publish((doc) => {
    delete doc.money.tax;
  });
});

it('keeps its currency once money has moved, and receipts what is printed on them', async () => {
  const refused = await stack.publish((doc) => {
    doc.site.currency = 'JPY';
  });
  expect(refused).toMatchObject({
    refusal: {
      faults: [
        {
          where: 'site.currency',
          says: 'Money has been paid in GBP, so the currency cannot be changed any more.',
        },
      ],
    },
  });
  await stack.publish((doc) => {
    doc.site.name = 'Quillmoor Bees';
  });
  const who = await payer({ amount: '25' });
  await stack.publish((doc) => {
    doc.site.name = 'Quillmoor Beekeepers’ Association';
  });
  const { receipts } = await ownMoney(who);
  const { receipt } = await placeOf(who, `/receipts/${receipts[0]!.number}`, 'receipt');
  expect([receipt.from, receipt.total]).toEqual(['Quillmoor Bees', '£25.00']);
});

it('publishes a draft once, whoever asks for it twice', async () => {
  const { setups, clock, live } = stack.services;
  const doc = structuredClone(live.must.setup.doc);
  doc.site.shortName = 'Bees';
  const draft = await setups.replaceDraft(doc);
  const about = { note: '', author: 'Wilf Garrowby', at: clock.now(), draft };
  const both = await Promise.all([setups.publish(about), setups.publish(about)]);
  expect(both.map(({ ok: done }) => done).sort()).toEqual([false, true]);
  expect(both.find(({ ok: done }) => !done)).toMatchObject({ refusal: { code: 'nothing-new' } });
  await live.refresh();
});

it('gives a code for one to one, however many take it at once, and again once that falls away', async () => {
  await stack.publish((doc) => {
    doc.codes.push(
      CodeItem.parse({ id: 'one', title: 'One', word: 'ONLYONE', off: { percent: 100 }, on: 'first', most: 1 }),
    );
  });
  const many = await Promise.all(Array.from({ length: 6 }, () => payers.atTheGate()));
  const choice = { offer: 'patron/yearly', code: 'ONLYONE' };
  const answers = await Promise.all(many.map((who) => pay(who, choice)));
  expect(answers.filter(({ status }) => status === 200)).toHaveLength(1);
  const says = answers.flatMap(({ body }) => (body.faults ?? []).map(({ says: told }) => told));
  expect(says).toEqual(Array(5).fill('The code ONLYONE has been used up.'));
  // Its first taker chooses otherwise: it is free for another.
  const first = many[answers.findIndex(({ status }) => status === 200)]!;
  expect((await reckon(first, choice)).faults).toEqual([]);
  await pay(first, { offer: 'patron/yearly' });
  const other = many.find((who) => who !== first)!;
  expect((await pay(other, choice)).status).toBe(200);
  expect((await pay(first, choice)).status).toBe(422);
});

it('takes the use of a code with a change for the end of the term, and gives it back with it', async () => {
  const who = await payer({ offer: 'patron/yearly' });
  await stack.publish((doc) => {
    doc.codes.push(
      CodeItem.parse({ id: 'two', title: 'Two', word: 'TWOATEND', off: { percent: 50 }, on: 'first', most: 1 }),
    );
  });
  const uses = () => stack.query(`SELECT 1 FROM code_use WHERE code = 'two'`);
  await paysNow(who, { offer: 'patron/small', code: 'TWOATEND' });
  expect(await uses()).toHaveLength(1);
  expect((await reckon(await payers.atTheGate(), { offer: 'patron/yearly', code: 'TWOATEND' })).faults).toHaveLength(1);
  const [term] = (await ownMoney(who)).terms;
  await who.post('/site/terms/stay', { term: term!.id });
  expect(await uses()).toHaveLength(0);
});

it('answers another refund under the key of an earlier one with a refusal, and makes neither twice', async () => {
  const who = await payer({ amount: '25' });
  const [row] = await payers.paymentsOf(who);
  const refund = (amount: string) =>
    bea.post('/desk/money/refund', { id: row!.id, amount, reason: 'A mistake', ends: false }, 'a'.repeat(32));
  expect([(await refund('5')).status, (await refund('5')).status, (await refund('20')).status]).toEqual([
    200, 200, 409,
  ]);
  expect(Number((await payers.paymentsOf(who))[0]!.refunded)).toBe(500);
});
