/** Money from the first payment on: at the gate, through the card house and back, by transfer, renewed, refused, given back. */
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { dayOf } from '../../core/kernel';
import { addSpan, startOfDay } from '../../core/kernel/calendar';
import type { BooksView, OwnMoneyView, PayView } from '../../contract';
import { BROKE, ONCE, PAYS, back, giveCard, pay, payersOf, placeOf, type Payer } from '../../tests/support/money';
import { Caller, makeStack, until, type Stack } from '../../tests/support/stack';
import { BookChecks } from './books.view';
import type { CardHouse } from './card.house';

let stack: Stack;
let bea: Caller;
let payers: ReturnType<typeof payersOf>;
beforeAll(async () => {
  stack = await makeStack({ members: 12 });
  payers = payersOf(stack);
  bea = await new Caller(stack.address).staffIn('bea@quillmoor.example');
});
afterAll(() => stack.stop());
afterEach(async () => {
  Object.assign(stack.mood, { away: false, slow: 0, late: 0, twice: false, reversed: false, lost: false });
  await stack.settled();
  const { body } = await bea.get<BooksView>('/desk/money/books?anew=yes');
  expect(body.faults).toEqual([]);
});

const atTheGate = () => payers.atTheGate();
const paymentsOf = (who: { mail: string }) => payers.paymentsOf(who);
const standingOf = (who: { mail: string }) => payers.standingOf(who);
const ownMoney = async (who: Caller): Promise<OwnMoneyView> => (await placeOf(who, '/account', 'account')).money!;
/** So many days go by; sessions end meanwhile, so that everybody signs in again. */
async function pass(who: Payer, days: number): Promise<void> {
  await stack.days(days);
  await stack.settled();
  await bea.staffIn('bea@quillmoor.example');
  await back(who);
}

describe('at the gate', () => {
  it('says what is offered and what it comes to, takes a code, and tells what is typed wrongly', async () => {
    const who = await atTheGate();
    const { pay: view } = (await placeOf(who, '/joining', 'joining')) as { pay: PayView };
    expect(view.offers.map(({ key, price }) => [key, price])).toEqual([
      ['patron/own', 'from £10.00 a month'],
      ['patron/yearly', '£120.00 a year'],
    ]);
    expect([view.amount, view.quote.total, view.ways]).toEqual(['20.00', '£20.00', ['card', 'transfer']]);
    const reckoned = await who.post<PayView['quote']>('/site/pay/reckon', {
      offer: 'patron/own',
      amount: '25',
      code: 'market 26',
    });
    expect(reckoned.body).toMatchObject({ total: '£22.50', code: '10% off the first payment', faults: [] });
    expect(reckoned.body.after[0]!.title).toMatch(/^Next payment £25\.00, /);
    const wrong = await pay(who, { amount: '3', code: 'NOSUCH' });
    expect([wrong.status, wrong.body.faults?.map(({ says }) => says)]).toEqual([
      422,
      ['Write £10.00 or more.', 'There is no code “NOSUCH”.'],
    ]);
    expect((await pay(who, { offer: 'keeper/yearly' })).body.code).toBe('not-offered');
  });

  it('is passed by a card, once, however often it is told', async () => {
    stack.mood.twice = true;
    const who = await atTheGate();
    const { body } = await pay(who, { amount: '25', code: 'MARKET26' });
    const back = await giveCard(body.next, PAYS);
    expect(back).toBe(body.here);
    const seen = await placeOf(who, back, 'paying');
    expect([seen.title, seen.says]).toEqual(['Paid. Thank you.', expect.stringContaining('We have received £22.50.')]);
    await stack.settled();
    expect(await standingOf(who)).toBe('admitted');
    const { terms, receipts } = await ownMoney(who);
    expect([terms[0]!.title, terms[0]!.says]).toEqual([
      'Patron',
      expect.stringMatching(/^£25\.00 on .*, from the card ending 0531$/),
    ]);
    expect(receipts).toHaveLength(1);
    expect((await paymentsOf(who)).map(({ state, amount }) => [state, Number(amount)])).toEqual([['paid', 2250]]);
    const { text } = await stack.letter(who.mail, ({ subject }) => subject.includes('receipt'));
    expect(text).toContain('£22.50 for Patron');
    const number = receipts[0]!.number;
    const pdf = await who.raw(`/receipts/${number}.pdf`);
    expect([pdf.status, pdf.headers.get('content-type'), (await pdf.text()).slice(0, 5)]).toEqual([
      200,
      'application/pdf',
      '%PDF-',
    ]);
    const receipt = await placeOf(who, `/receipts/${number}`, 'receipt');
    expect(receipt.receipt.lines.map(({ label, amount }) => [label, amount])).toEqual([
      ['Patron', '£25.00'],
      ['Code MARKET26', '-£2.50'],
    ]);
    const other = await new Caller(stack.address).staffIn('wilf@quillmoor.example');
    expect((await other.raw(`/receipts/${number}.pdf`)).status).toBe(404);
    expect((await bea.raw(`/receipts/${number}.pdf`)).status).toBe(200);
  });

  it('stays where it was when a card is refused, and goes on with another', async () => {
    const who = await atTheGate();
    const { body } = await pay(who);
    await giveCard(body.next, BROKE);
    const seen = await placeOf(who, body.here, 'paying');
    expect([seen.title, seen.says]).toEqual(['Not paid', 'There was not enough in the account. Nothing was taken.']);
    expect((await placeOf(who, '/joining', 'joining')).act).toMatchObject({
      kind: 'payment',
      refused: 'There was not enough in the account.',
    });
    expect(await standingOf(who)).toBe('applicant');
    expect(await giveCard(seen.way!.href, PAYS)).toBe(body.here);
    await placeOf(who, body.here, 'paying');
    expect(await standingOf(who)).toBe('admitted');
  });

  it('is told of by a notice where nobody comes back, and looked at where the notice is lost', async () => {
    const silent = await atTheGate();
    await giveCard((await pay(silent)).body.next, PAYS);
    await until('the notice', async () => ((await standingOf(silent)) === 'admitted' ? true : null));
    stack.mood.lost = true;
    const returning = await atTheGate();
    const { body } = await pay(returning);
    await giveCard(body.next, PAYS);
    expect(await standingOf(returning)).toBe('applicant');
    await placeOf(returning, body.here, 'paying');
    expect(await standingOf(returning)).toBe('admitted');
  });

  it('takes one payment of two browsers: what was begun first can be paid no more', async () => {
    const who = await atTheGate();
    const first = await pay(who, { amount: '20' });
    const second = await pay(who, { amount: '30' });
    expect(first.body.next).not.toBe(second.body.next);
    expect((await pay(who, { amount: '30' })).body.next).toBe(second.body.next);
    expect(await giveCard(first.body.next, PAYS)).toBe(first.body.here);
    await giveCard(second.body.next, PAYS);
    await placeOf(who, second.body.here, 'paying');
    await stack.settled();
    const rows = (await paymentsOf(who)).map(({ amount, state }) => [Number(amount), state]);
    expect(rows.sort()).toEqual([
      [2000, 'dropped'],
      [3000, 'paid'],
    ]);
    expect((await ownMoney(who)).terms).toHaveLength(1);
  });

  describe('where the notice is lost and nobody comes back', () => {
    beforeEach(() => void (stack.mood.lost = true));
    afterEach(() => Object.assign(stack.mood, { lost: false, away: false }));
    /** Past the limit of the gate; whoever looks at the books signs in again. */
    const pastTheLimit = async () => {
      await stack.days(15);
      await bea.staffIn('bea@quillmoor.example');
    };
    const paidAtTheHouse = async (amount = '20') => {
      const who = await atTheGate();
      const { body } = await pay(who, { amount });
      await giveCard(body.next, PAYS);
      return { who, here: body.here };
    };

    it('asks the house by itself, within a minute', async () => {
      const { who } = await paidAtTheHouse();
      expect(await standingOf(who)).toBe('applicant');
      await stack.to(() => stack.services.clock.now() + 60_000);
      await until('it to be booked', async () => ((await standingOf(who)) === 'admitted' ? true : null));
    });

    it('asks before another payment is begun, and takes no second one', async () => {
      const { who, here } = await paidAtTheHouse();
      expect((await pay(who, { amount: '30' })).body.next).toBe(here);
      expect(await standingOf(who)).toBe('admitted');
      expect((await paymentsOf(who)).map(({ amount, state }) => [Number(amount), state])).toEqual([[2000, 'paid']]);
    });

    it('begins no other payment while the house is away, since the first may have been taken', async () => {
      const { who } = await paidAtTheHouse();
      stack.mood.away = true;
      for (const about of [{ amount: '30' }, { amount: '30', by: 'transfer' }])
        expect((await pay(who, about)).body.code).toBe('card-house-away');
      stack.mood.away = false;
      expect((await paymentsOf(who)).map(({ state }) => state)).toEqual(['open']);
      await stack.to(() => stack.services.clock.now() + 3_600_000);
      await until('it to be booked', async () => ((await standingOf(who)) === 'admitted' ? true : null));
    });

    it('asks before the time limit ends an application', async () => {
      const { who } = await paidAtTheHouse();
      stack.mood.away = true;
      await pastTheLimit();
      // Its time is over, and it waits for the answer of the house.
      expect(await standingOf(who)).toBe('applicant');
      stack.mood.away = false;
      await stack.to(() => stack.services.clock.now() + 2 * 3_600_000);
      await until('it to be booked', async () => ((await standingOf(who)) === 'admitted' ? true : null));
      expect(stack.house.all().filter(({ state }) => state === 'open')).toEqual([]);
    });

    it('closes at the house what is not paid by then, and ends the application', async () => {
      const who = await atTheGate();
      const { body } = await pay(who);
      await pastTheLimit();
      await until('its end', async () => ((await standingOf(who)) === 'closed' ? true : null));
      expect(await giveCard(body.next, PAYS)).toBe(body.here);
      expect((await paymentsOf(who)).map(({ state }) => state)).toEqual(['dropped']);
    });

    it('gives back what came for an application that was withdrawn and erased', async () => {
      const { who, here } = await paidAtTheHouse();
      expect((await who.post('/site/joining/withdraw')).status).toBe(200);
      const atHouse = () => stack.house.byItsKey(here.split('/').at(-1)!)!.refunds;
      await until('it to go back', async () => (atHouse().length ? true : null));
      expect(atHouse().map(({ amount }) => amount)).toEqual([2_000]);
      expect(await standingOf(who)).toBeUndefined();
    });
  });

  it('waits for a transfer, in parts', async () => {
    const who = await atTheGate();
    const { body } = await pay(who, { amount: '30', by: 'transfer' });
    expect(body.next).toBe('/joining');
    const { text } = await stack.letter(who.mail, ({ subject }) => subject.includes('transfer'));
    const [row] = await paymentsOf(who);
    expect(text).toContain(`Reference: ${row!.reference}`);
    const received = (amount: string) =>
      bea.post<{ faults?: { says: string }[] }>('/desk/money/received', { id: row!.id, amount });
    expect((await received('ten')).body.faults?.[0]?.says).toBe('Write an amount such as 10.00.');
    expect((await received('30.01')).body.faults?.[0]?.says).toContain('Only £30.00 is awaited.');
    expect((await received('12.50')).status).toBe(200);
    const { pay: waiting } = await placeOf(who, '/joining', 'joining');
    expect(waiting?.waits?.says).toContain('£12.50 of £30.00 has come.');
    expect(await standingOf(who)).toBe('applicant');
    expect((await received('17.50')).status).toBe(200);
    expect(await standingOf(who)).toBe('admitted');
    expect((await received('1')).status).toBe(409);
    expect((await ownMoney(who)).receipts.map(({ amount }) => amount)).toEqual(['£17.50', '£12.50']);
  });

  it('says so when the card house is away, and nothing is lost', async () => {
    const who = await atTheGate();
    stack.mood.away = true;
    const away = await pay(who, { amount: '40' });
    expect([away.status, away.body.code]).toEqual([503, 'card-house-away']);
    stack.mood.away = false;
    const again = await pay(who, { amount: '40' });
    await giveCard(again.body.next, PAYS);
    await placeOf(who, again.body.here, 'paying');
    expect((await paymentsOf(who)).filter(({ state }) => state === 'paid')).toHaveLength(1);
  });

  it('gives back what was paid where its applicant withdraws, and asks for nothing more', async () => {
    const who = await atTheGate();
    await pay(who, { amount: '30', by: 'transfer' });
    const [row] = await paymentsOf(who);
    await bea.post('/desk/money/received', { id: row!.id, amount: '10' });
    expect((await who.post('/site/joining/withdraw')).status).toBe(200);
    const [left] = await stack.query<{ state: string; received: number }>('SELECT * FROM payment WHERE id = ?', [
      row!.id,
    ]);
    expect(left).toMatchObject({ state: 'dropped', received: 1000 });
    // What came of it goes back by hand: only the bank can move it.
    const back = (amount: string) =>
      bea.post<{ faults?: { says: string }[] }>('/desk/money/refund', {
        id: row!.id,
        amount,
        reason: 'Withdrew',
        ends: false,
      });
    expect((await back('10.01')).body.faults?.[0]?.says).toBe('At most £10.00 can go back.');
    expect((await back('10')).status).toBe(200);
    expect((await back('1')).status).toBe(404);
  });

  it('closes the page of the card house of whoever withdraws, so that nothing can be taken by it', async () => {
    const who = await atTheGate();
    const { body } = await pay(who, { amount: '30' });
    await who.post('/site/joining/withdraw');
    await stack.settled();
    expect(await giveCard(body.next, PAYS)).toBe(body.here);
    const [row] = await stack.query<{ state: string }>('SELECT state FROM payment WHERE id = ?', [
      body.here.split('/').at(-1),
    ]);
    expect(row!.state).toBe('dropped');
  });

  it('lets nobody find a code by trying', async () => {
    const who = await atTheGate();
    const reckon = (code: string) => who.post<PayView['quote']>('/site/pay/reckon', { offer: 'patron/own', code });
    await stack.query(
      `UPDATE rate_limit SET points = 100000 WHERE \`key\` LIKE 'discountByMember:%' AND ? IS NOT NULL`,
      [(await reckon('NOSUCH')).status],
    );
    const faults = (await reckon('MARKET26')).body.faults;
    expect(faults.map(({ says }) => says)).toEqual([
      expect.stringMatching(/^Those were too many codes that are none\./),
    ]);
    expect((await reckon('')).body.faults).toEqual([]);
    await stack.query(`DELETE FROM rate_limit WHERE \`key\` LIKE 'discountByMember:%'`);
  });
});

describe('the desk', () => {
  it('begins with the newest month that has payments, and with what is due by the end of the present one', async () => {
    const { zone } = stack.services.live.must.setup.doc.site;
    type List = { month: string; payments: unknown[]; tallies: { show: string; says: string }[] };
    const list = async (query = '') => (await bea.get<List>(`/desk/money${query}`)).body;
    const month = dayOf(stack.services.clock.now(), stack.services.live.must.setup.doc.site).slice(0, 7);
    // As it is on the first of a month on which nobody has paid yet.
    const begins = new Date(startOfDay(`${month}-01`, zone)!);
    const back = `UPDATE payment SET done_at = done_at - INTERVAL ? DAY, opened_at = opened_at - INTERVAL ? DAY WHERE COALESCE(done_at, opened_at) >= ?`;
    await stack.query(back, [40, 40, begins]);
    const first = await list();
    expect(first.month < month).toBe(true);
    expect(first.payments.length).toBeGreaterThan(0);
    const due = await list('?show=due');
    expect(due.month).toBe(month);
    const tallyOf = ({ tallies }: List) => tallies.find(({ show }) => show === 'due');
    expect(tallyOf(first)).toEqual(tallyOf(due));
    expect((await list(`?month=${month}`)).payments).toEqual([]);
  });
});

describe('while it goes on', () => {
  it('renews on its day, is refused, tried again, mended with another card, and told each time', async () => {
    const who = await atTheGate();
    const first = await pay(who, { amount: '15' });
    await giveCard(first.body.next, ONCE);
    await placeOf(who, first.body.here, 'paying');
    await pass(who, 31);
    const { terms } = await ownMoney(who);
    expect(terms[0]!.trouble).toMatch(/^£15\.00 could not be taken\. We try again on /);
    expect(await standingOf(who)).toBe('admitted');
    await stack.letter(who.mail, ({ subject }) => subject === 'Your card was refused: £15.00');
    const listed = await bea.get<{ payments: { about: string; what: string }[] }>('/desk/money?show=failing');
    expect(listed.body.payments.map(({ about }) => about)).toContainEqual(
      // The second try has been made where the month has 28 days.
      expect.stringMatching(/^Patron, payment 2, try [12], next /),
    );
    const other = await who.post<{ next: string; here: string }>('/site/terms/card', { term: terms[0]!.id });
    await giveCard(other.body.next, PAYS);
    expect((await placeOf(who, other.body.here, 'paying')).title).toBe('Your card is kept.');
    await stack.settled();
    const mended = (await ownMoney(who)).terms[0]!;
    expect([mended.trouble, mended.says]).toEqual([null, expect.stringMatching(/from the card ending 0531$/)]);
    const [, renewal] = (await paymentsOf(who)).filter(({ kind }) => kind !== 'card');
    const { body } = await bea.get<{ story: { title: string }[] }>(`/desk/money/payment/${renewal!.id}`);
    const story = body.story.map(({ title }) => title);
    expect(story).toEqual(expect.arrayContaining(['Asked for £15.00', 'Try 1: refused']));
    expect(story).toContainEqual(expect.stringMatching(/^Try [23]: paid £15\.00$/));
  });

  it('lapses when nobody mends it, and comes back by paying anew', async () => {
    const who = await atTheGate();
    const first = await pay(who, { amount: '15' });
    await giveCard(first.body.next, ONCE);
    await placeOf(who, first.body.here, 'paying');
    await pass(who, 50);
    expect(await standingOf(who)).toBe('lapsed');
    await stack.letter(who.mail, ({ subject }) => subject === 'You are no longer a Patron');
    expect((await paymentsOf(who)).map(({ state }) => state)).toEqual(['paid', 'dropped']);
    const { pay: view } = await placeOf(who, '/pay', 'pay');
    // A Keeper comes by review; the others can be taken by oneself.
    expect(view.offers.map(({ key }) => key)).not.toContain('keeper/yearly');
    expect((await pay(who, { offer: 'keeper/yearly' })).body.code).toBe('not-offered');
    const again = await pay(who, { offer: 'apprentice/course' });
    await giveCard(again.body.next, PAYS);
    await placeOf(who, again.body.here, 'paying');
    expect(await standingOf(who)).toBe('admitted');
  });

  it('is changed in the middle: what is left is shown before, and the same in the ledger', async () => {
    const who = await atTheGate();
    const first = await pay(who, { amount: '10' });
    await giveCard(first.body.next, PAYS);
    await placeOf(who, first.body.here, 'paying');
    await pass(who, 10);
    const { body: quote } = await who.post<PayView['quote']>('/site/pay/reckon', { offer: 'patron/yearly' });
    const credit = quote.lines.find(({ label }) => label === 'Left from before')!;
    expect(credit.note).toMatch(/^£\d+\.\d\d left, (18|20|21) days as Patron that you have paid for$/);
    const change = await pay(who, { offer: 'patron/yearly' });
    await giveCard(change.body.next, PAYS);
    await placeOf(who, change.body.here, 'paying');
    const rows = await paymentsOf(who);
    const lines = await stack.query<{ account: string; amount: number }>(
      `SELECT l.account, l.amount FROM ledger_entry e JOIN ledger_line l ON l.entry = e.id
       WHERE e.payment = ? AND e.what = 'setOff' AND l.account = 'credit'`,
      [rows.find(({ kind }) => kind === 'switch')!.id],
    );
    expect(lines.map(({ amount }) => `-£${(-Number(amount) / 100).toFixed(2)}`)).toEqual([credit.amount]);
    const { terms } = await ownMoney(who);
    expect(terms.map(({ says }) => says)[0]).toMatch(/^£120\.00 on /);
    // A cheaper one waits for the end of the span, and can be taken back.
    const cheaper = await pay(who, { offer: 'friend/friend' });
    expect(cheaper.body.next).toBe('/account');
    expect((await ownMoney(who)).terms[0]!.says).toMatch(/^Becomes Friend on /);
    expect((await who.post('/site/terms/stay', { term: terms[0]!.id })).status).toBe(200);
  });

  it('is paused, goes on, is cancelled and taken up again by its owner alone', async () => {
    const who = await atTheGate();
    const first = await pay(who);
    await giveCard(first.body.next, PAYS);
    await placeOf(who, first.body.here, 'paying');
    const term = (await ownMoney(who)).terms[0]!.id;
    const stranger = await atTheGate();
    expect((await stranger.post('/site/terms/cancel', { term })).status).toBe(404);
    expect((await who.post('/site/terms/pause', { term, months: 2 })).status).toBe(200);
    expect([await standingOf(who), (await ownMoney(who)).terms[0]!.says]).toEqual([
      'paused',
      expect.stringMatching(/^Paused until /),
    ]);
    expect((await who.post('/site/terms/pause', { term, months: 2 })).status).toBe(409);
    expect((await who.post('/site/terms/unpause', { term })).status).toBe(200);
    expect(await standingOf(who)).toBe('admitted');
    expect((await who.post('/site/terms/cancel', { term })).status).toBe(200);
    expect((await ownMoney(who)).terms[0]!.says).toMatch(/Nothing more is taken\.$/);
    expect((await who.post('/site/terms/resume', { term })).status).toBe(200);
    expect((await ownMoney(who)).terms[0]!.may).toContain('cancel');
  });

  it('renews before a pause and after it, each payment once, and is not bought a second time meanwhile', async () => {
    const who = await atTheGate();
    const first = await pay(who, { amount: '15' });
    await giveCard(first.body.next, PAYS);
    await placeOf(who, first.body.here, 'paying');
    const term = (await ownMoney(who)).terms[0]!.id;
    await pass(who, 70);
    expect(await paymentsOf(who)).toHaveLength(3);
    expect((await who.post('/site/terms/pause', { term, months: 1 })).status).toBe(200);
    expect((await ownMoney(who)).canBuy).toBe(false);
    expect((await pay(who, { offer: 'apprentice/course' })).body.code).toBe('not-offered');
    const shut = await who.get<{ elsewhere?: string }>('/site/view?path=%2Fpay');
    expect(shut.body.elsewhere).toBe('/account');
    await pass(who, 130);
    expect(await standingOf(who)).toBe('admitted');
    const rows = await paymentsOf(who);
    expect(rows.length).toBeGreaterThanOrEqual(5);
    expect(rows.every(({ state }) => state === 'paid')).toBe(true);
  });

  it('pays what its price has become for everybody, told before it is published and before it is taken', async () => {
    const who = await atTheGate();
    const first = await pay(who, { offer: 'patron/yearly' });
    await giveCard(first.body.next, PAYS);
    await placeOf(who, first.body.here, 'paying');
    const wilf = await new Caller(stack.address).staffIn('wilf@quillmoor.example');
    const { setups, live, clock } = stack.services;
    const change = async (about: object) => {
      const row = (await setups.draft()).rows.find(({ kind, id }) => kind === 'level' && id === 'patron')!;
      const body = structuredClone(row.body) as { prices: { id: string }[] };
      Object.assign(
        body.prices.find(({ id }) => id === 'yearly')!,
        about,
      );
      expect((await setups.save('level', 'patron', body as never, row.version)).ok).toBe(true);
      return (await wilf.get<{ rows: { says: string }[] }>('/desk/setup/prices')).body.rows.map(({ says }) => says);
    };
    expect(await change({ amount: 15_000 })).toEqual([
      expect.stringMatching(/^Patron: \d+ members? go(es)? on paying £120\.00, as agreed; only new members/),
    ]);
    const forAll = new Date(clock.now()).toISOString().slice(0, 10);
    expect(await change({ forAll })).toEqual([
      expect.stringMatching(/^Patron: \d+ members? pays? £150\.00 in place of £120\.00, /),
    ]);
    const { stamp: draft } = await setups.draft();
    await setups.publish({ note: '', author: 'Wilf Garrowby', at: clock.now(), draft });
    await live.refresh();
    expect((await ownMoney(who)).terms[0]!.says).toMatch(/^£150\.00 on /);
    await pass(who, 370);
    expect((await paymentsOf(who)).map(({ amount }) => Number(amount))).toEqual([12_000, 15_000]);
    await stack.letter(who.mail, ({ text, subject }) => /renew/i.test(subject + text) && text.includes('£150.00'));
  });

  it('is asked back when it has ended, and no longer once its owner is back', async () => {
    const who = await atTheGate();
    const first = await pay(who, { amount: '15' });
    await giveCard(first.body.next, ONCE);
    await placeOf(who, first.body.here, 'paying');
    await pass(who, 50);
    const waiting = () =>
      stack.query(
        `SELECT o.id FROM outgoing o JOIN member m ON m.id = o.member
         WHERE m.mail = ? AND o.sent_at IS NULL AND o.template = ?`,
        [who.mail, stack.services.live.must.setup.doc.money.letters.winBack],
      );
    expect(await waiting()).toHaveLength(1);
    const again = await pay(who, { offer: 'apprentice/course' });
    await giveCard(again.body.next, PAYS);
    await placeOf(who, again.body.here, 'paying');
    expect(await waiting()).toHaveLength(0);
  });

  it('is told of a card that runs out before the next payment, once', async () => {
    const who = await atTheGate();
    const first = await pay(who, { offer: 'patron/yearly' });
    await giveCard(first.body.next, PAYS);
    await placeOf(who, first.body.here, 'paying');
    const soon = new Date(stack.services.clock.now() + 200 * 86_400_000).toISOString();
    await stack.query(`UPDATE card SET expires = ? WHERE member = (SELECT id FROM member WHERE mail = ?)`, [
      `${soon.slice(5, 7)}/${soon.slice(2, 4)}`,
      who.mail,
    ]);
    await pass(who, 355);
    const { subject } = await stack.letter(who.mail, ({ text }) => text.includes('0531'));
    expect(subject).not.toBe('');
    const told = stack.letters.list(who.mail).filter(({ text }) => text.includes('0531, '));
    expect(told).toHaveLength(1);
  });

  it('sends a change back that is paid when what was left has been used up', async () => {
    const who = await atTheGate();
    const first = await pay(who, { amount: '10' });
    await giveCard(first.body.next, PAYS);
    await placeOf(who, first.body.here, 'paying');
    const change = await pay(who, { offer: 'patron/yearly', by: 'transfer' });
    expect(change.body.next).toBe('/pay');
    await pass(who, 35);
    const row = (await paymentsOf(who)).find(({ kind }) => kind === 'switch')!;
    const amount = (Number(row.amount) / 100).toFixed(2);
    expect((await bea.post('/desk/money/received', { id: row.id, amount })).status).toBe(200);
    const [after] = await stack.query<{ refunded: number; amount: number }>('SELECT * FROM payment WHERE id = ?', [
      row.id,
    ]);
    expect(after!.refunded).toBe(after!.amount);
    expect((await ownMoney(who)).terms[0]!.says).toMatch(/^£10\.00 on /);
    await stack.letter(who.mail, ({ text }) => text.includes(`£${amount}`));
    // As if it had never been: nothing earned, nothing kept for anybody.
    const sums = await stack.query<{ account: string; amount: string }>(
      `SELECT l.account, SUM(l.amount) AS amount FROM ledger_entry e JOIN ledger_line l ON l.entry = e.id
       WHERE e.payment = ? GROUP BY l.account HAVING SUM(l.amount) <> 0`,
      [row.id],
    );
    expect(sums).toEqual([]);
  });

  it('is given back in part, then whole with the term, and no more than was paid', async () => {
    const who = await atTheGate();
    const first = await pay(who, { amount: '20' });
    await giveCard(first.body.next, PAYS);
    await placeOf(who, first.body.here, 'paying');
    const [row] = await paymentsOf(who);
    const refund = (amount: string, ends: boolean) =>
      bea.post<{ faults?: { says: string }[] }>('/desk/money/refund', {
        id: row!.id,
        amount,
        reason: 'Moved away',
        ends,
      });
    expect((await refund('5', false)).status).toBe(200);
    expect((await refund('15.01', false)).body.faults?.[0]?.says).toBe('At most £15.00 can go back.');
    expect(await standingOf(who)).toBe('admitted');
    const facts = async () =>
      (
        await stack.query<{ facts: string }>(
          'SELECT f.facts FROM member_facts f JOIN member m ON m.id = f.member WHERE m.mail = ?',
          [who.mail],
        )
      )[0]!.facts;
    expect(await facts()).toContain('"paid":[{"level":"patron"');
    expect((await refund('15', true)).status).toBe(200);
    expect(await standingOf(who)).toBe('lapsed');
    expect(await facts()).toContain('"paid":[]');
    await stack.settled();
    const [house] = stack.house.all().filter(({ key }) => key === row!.id);
    expect(house!.refunds.map(({ amount }) => amount).toSorted((a, b) => a - b)).toEqual([500, 1500]);
    expect((await ownMoney(who)).receipts.map(({ amount }) => amount)).toEqual(['-£15.00', '-£5.00', '£20.00']);
  });
});

describe('a gift', () => {
  it('is given for a span by who keeps the books, ends by itself, and is never renewed', async () => {
    const [friend] = await stack.query<{ id: string; mail: string }>(
      `SELECT m.id, m.mail FROM member m JOIN member_term t ON t.member = m.id
       WHERE t.level = 'friend' AND m.standing = 'admitted' AND m.shadow_of = '' LIMIT 1`,
    );
    const gift = { member: friend!.id, level: 'keeper', months: 2 };
    expect((await bea.post('/desk/money/gift', { ...gift, level: 'nowhere' })).status).toBe(404);
    expect((await bea.post('/desk/money/gift', gift)).status).toBe(200);
    const who = new Caller(stack.address);
    expect((await who.signIn(friend!.mail)).status).toBe(200);
    expect((await ownMoney(who)).terms[0]).toMatchObject({
      title: 'Keeper',
      says: expect.stringMatching(/Nothing more is taken\.$/),
    });
    expect((await placeOf(who, '/winter-treatment-guide', 'page')).shut).toBeNull();
    await stack.days(70);
    await bea.staffIn('bea@quillmoor.example');
    await who.signIn(friend!.mail);
    expect((await placeOf(who, '/winter-treatment-guide', 'page')).shut).not.toBeNull();
    // Who still holds another level has not lapsed.
    expect(
      (await stack.query<{ standing: string }>('SELECT standing FROM member WHERE id = ?', [friend!.id]))[0]!.standing,
    ).toBe('admitted');
  });
});

describe('what the card house tells', () => {
  it('is heeded only with its signature, and moves nothing by its own word', async () => {
    const who = await atTheGate();
    const { body } = await pay(who);
    const key = body.here.split('/').at(-1);
    const lie = JSON.stringify({ type: 'payment.paid', data: { id: 'cp_x', key, state: 'paid' } });
    const tell = (headers: Record<string, string>) =>
      fetch(`${stack.address}/notices/cards`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', ...headers },
        body: lie,
      });
    const seconds = String(Math.floor(Date.now() / 1000));
    expect((await tell({})).status).toBe(403);
    expect(
      (await tell({ 'webhook-id': 'cn_1', 'webhook-timestamp': seconds, 'webhook-signature': 'v1,AAAA' })).status,
    ).toBe(403);
    const { Webhook } = await import('standardwebhooks');
    const sign = new Webhook(stack.config.cards.noticeKey).sign('cn_lie', new Date(), lie);
    const told = await tell({ 'webhook-id': 'cn_lie', 'webhook-timestamp': seconds, 'webhook-signature': sign });
    expect(told.status).toBe(204);
    await stack.settled();
    expect(await standingOf(who)).toBe('applicant');
  });
});

describe('the books', () => {
  it('say that there is nothing to compare with where no card house is set up any more, not that it has taken nothing', async () => {
    const { database, clock, live } = stack.services;
    const checks = new BookChecks(database.source, null);
    const { balance, faults, says } = await checks.view(clock.now(), live.must.setup);
    expect([balance, faults]).toEqual([true, []]);
    expect(says).toContain('No card house is set up any more, so its own record was not compared.');
  });

  it('name the payment that the card house knows otherwise', async () => {
    // What was on its way to go back to somebody who has left has gone.
    await stack.settled();
    const { database, clock, live } = stack.services;
    const forgetful = { record: async () => [] } as unknown as CardHouse;
    const { faults } = await new BookChecks(database.source, forgetful).view(clock.now(), live.must.setup);
    const payers = await stack.query<{ name: string }>(
      `SELECT DISTINCT m.name FROM payment p JOIN member m ON m.id = p.member WHERE p.by = 'card' AND p.state = 'paid'`,
    );
    // Of whoever has left while their payment was on its way it is known that it came and went back, and no name.
    const named = faults.filter((fault) => !fault.startsWith('somebody who is not here any more: '));
    expect(named.length).toBeGreaterThan(0);
    for (const fault of named) {
      expect(fault).toMatch(/^[^,]+, £[\d.]+ of \d+ \w+ 20\d\d: the card house says £0\.00, the books £[\d.]+\.$/);
      expect(payers.map(({ name }) => name)).toContain(fault.split(',')[0]);
    }
  });

  it('say what is wrong with them', async () => {
    const [line] = await stack.query<{ entry: string; account: string }>(
      `SELECT entry, account FROM ledger_line WHERE account = 'income' LIMIT 1`,
    );
    const [last] = await stack.query<{ number: number }>('SELECT MAX(number) - 1 AS number FROM receipt');
    const [kept] = await stack.query('SELECT * FROM receipt WHERE number = ?', [last!.number]);
    await stack.query('UPDATE ledger_line SET amount = amount + 1 WHERE entry = ? AND account = ?', [
      line!.entry,
      line!.account,
    ]);
    await stack.query('DELETE FROM receipt WHERE number = ?', [last!.number]);
    const { body } = await bea.get<BooksView>('/desk/money/books?anew=yes');
    expect(body.balance).toBe(false);
    // In names and days, since nobody knows an entry by its number.
    const [about] = await stack.query<{ name: string }>(
      'SELECT m.name FROM ledger_entry e JOIN member m ON m.id = e.member WHERE e.id = ?',
      [line!.entry],
    );
    const said = body.faults.find((fault) => fault.includes('does not sum to nothing'));
    expect(said).toMatch(new RegExp(`^${about!.name}, £[\\d.]+ of \\d+ \\w+ 20\\d\\d: what the ledger has of`));
    expect(body.faults).toContainEqual(expect.stringMatching(/^Receipt \d{6} is missing\.$/));
    await stack.query('UPDATE ledger_line SET amount = amount - 1 WHERE entry = ? AND account = ?', [
      line!.entry,
      line!.account,
    ]);
    const row = kept as Record<string, unknown>;
    await stack.query(`INSERT INTO receipt (${Object.keys(row).join(', ')}) VALUES (?)`, [Object.values(row)]);
  });

  it('are told as tables: income by level, what returns, who stayed, what comes', async () => {
    const { body } = await bea.get<{
      tables: { title: string; chart: { rows: { label: string; values: number[] }[] } }[];
    }>('/desk/money/tables');
    expect(body.tables.map(({ title }) => title)).toEqual([
      'Income by level',
      'Recurring revenue',
      'Members kept',
      'The next 90 days',
    ]);
    const income = body.tables[0]!.chart.rows;
    const sum = (values: number[]) => values.reduce((all, one) => all + one, 0);
    const { site } = stack.services.live.must.setup.doc;
    const thisMonth = startOfDay(`${dayOf(stack.services.clock.now(), site).slice(0, 7)}-01`, site.zone)!;
    const from = new Date(addSpan(thisMonth, { count: -11, unit: 'months' }, site.zone));
    const [ledger] = await stack.query<{ amount: string }>(
      `SELECT -SUM(l.amount) AS amount FROM ledger_line l JOIN ledger_entry e ON e.id = l.entry
       WHERE l.account = 'income' AND e.at >= ?`,
      [from],
    );
    expect(sum(income.flatMap(({ values }) => values))).toBeCloseTo(Number(ledger!.amount) / 100, 6);
    const [{ n: holders } = { n: 0 }] = await stack.query<{ n: string }>(
      `SELECT COUNT(DISTINCT member) AS n FROM term WHERE from_at >= ?`,
      [from],
    );
    expect(sum(body.tables[2]!.chart.rows.flatMap(({ values }) => values))).toBe(Number(holders));
  });
});
