/** What was paid or given on the way in, where the way ends elsewhere: an application that pays and is declined by its reviewer. */
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { BooksView, MemberView } from '../../contract';
import { sayShortDate } from '../../core/kernel';
import { PAYS, giveCard, pay, payersOf, placeOf, type Payer } from '../../tests/support/money';
import { quillmoor } from '../../tests/support/quillmoor';
import { Caller, makeStack, until, type Stack } from '../../tests/support/stack';

let stack: Stack;
let bea: Caller;
let tamsin: Caller;
let payers: ReturnType<typeof payersOf>;
beforeAll(async () => {
  stack = await makeStack({ members: 5 });
  payers = payersOf(stack);
  bea = await new Caller(stack.address).staffIn('bea@quillmoor.example');
  tamsin = await new Caller(stack.address).staffIn('tamsin@quillmoor.example');
  await stack.publish((doc) => {
    const review = doc.paths.find(({ id }) => id === 'keeper-path')!.gates.find(({ kind }) => kind === 'review')!;
    doc.paths.find(({ id }) => id === 'patron-path')!.gates.push(review);
    doc.codes.push({ id: 'guest' as never, title: 'A guest', word: 'GUEST', off: { percent: 100 }, on: 'first' });
  });
});
afterAll(() => stack.stop());

const termsOf = (who: Payer) =>
  stack.query<{ state: string; level: string }>(
    'SELECT t.state, t.level FROM term t JOIN member m ON m.id = t.member WHERE m.mail = ?',
    [who.mail],
  );
const heldBy = (who: Payer) =>
  stack.query(
    'SELECT h.level FROM member_term h JOIN member m ON m.id = h.member WHERE m.mail = ? AND (h.until_at IS NULL OR h.until_at > ?)',
    [who.mail, new Date(stack.services.clock.now())],
  );
async function decide(who: Payer, what: 'decline' | 'reopen' | 'approve', body = {}): Promise<number> {
  const [row] = await stack.query<{ id: string }>(
    'SELECT a.id FROM application a JOIN member m ON m.id = a.member WHERE m.mail = ?',
    [who.mail],
  );
  const { status } = await tamsin.post(`/desk/applications/${row!.id}/${what}`, body);
  await stack.settled();
  return status;
}
const decline = async (who: Payer): Promise<void> =>
  expect(await decide(who, 'decline', { reason: 'No apiary within reach.' })).toBe(200);
async function pays(who: Payer, amount: string, code = ''): Promise<void> {
  const { body } = await pay(who, { amount, code });
  expect(body.faults ?? []).toEqual([]);
  await giveCard(body.next, PAYS);
  await placeOf(who, body.here, 'paying');
  await stack.settled();
}
async function sheetOf(who: Payer): Promise<MemberView> {
  const [row] = await stack.query<{ id: string }>('SELECT id FROM member WHERE mail = ?', [who.mail]);
  return (await tamsin.get<MemberView>(`/desk/members/${row!.id}`)).body;
}
const balanced = async () => expect((await bea.get<BooksView>('/desk/money/books?anew=yes')).body.faults).toEqual([]);

it('what was paid goes back to the card, and the term that had begun ends', async () => {
  const who = await payers.atTheGate();
  await pays(who, '30');
  expect(await termsOf(who)).toEqual([{ state: 'running', level: 'patron' }]);
  // The receipt is in their account, on the way in as well.
  expect((await placeOf(who, '/account', 'account')).money).toMatchObject({
    canBuy: false,
    receipts: [{ amount: '£30.00' }],
  });
  // Who reviews reads that it is paid, once, and not how much; until when, by what is paid and not by how long a renewal is waited for.
  const { application, timeline, membership } = await sheetOf(who);
  expect([application!.paid, application!.grants]).toEqual(['Paid for already', 'nothing but admission']);
  expect(timeline.filter(({ title }) => title.startsWith('Paid'))).toHaveLength(1);
  const [held] = await stack.query<{ paid_until: Date }>(
    'SELECT h.paid_until FROM member_term h JOIN member m ON m.id = h.member WHERE m.mail = ?',
    [who.mail],
  );
  expect(membership).toBe(`Patron until ${sayShortDate(held!.paid_until.getTime(), quillmoor.doc.site)}`);
  await decline(who);
  await until('it to go back', async () =>
    stack.house.all().some(({ refunds, amount }) => amount === 3000 && refunds.some((one) => one.amount === 3000))
      ? true
      : null,
  );
  expect(await termsOf(who)).toEqual([{ state: 'ended', level: 'patron' }]);
  expect(await heldBy(who)).toEqual([]);
  const letter = await stack.letter(who.mail, ({ subject }) => subject === 'We have sent £30.00 back');
  expect(letter.text).toContain('We have sent £30.00 back to you. The application has ended.');
  // Nothing is offered to who is declined, and nothing leads there.
  expect((await placeOf(who, '/account', 'account')).money?.canBuy).toBe(false);
  expect((await who.get<{ elsewhere?: string }>('/site/view?path=%2Fpay')).body.elsewhere).toBe('/account');
  expect((await placeOf(who, '/joining', 'joining')).outcome?.says).toContain('What you paid goes back to you.');
  await balanced();
});

it('what was given for nothing, by a code, ends as well', async () => {
  const who = await payers.atTheGate();
  const { body } = await pay(who, { offer: 'patron/yearly', code: 'GUEST', by: 'transfer' });
  expect(body.faults ?? []).toEqual([]);
  expect(await termsOf(who)).toEqual([{ state: 'running', level: 'patron' }]);
  await decline(who);
  expect(await termsOf(who)).toEqual([{ state: 'ended', level: 'patron' }]);
  expect(await heldBy(who)).toEqual([]);
  expect((await placeOf(who, '/joining', 'joining')).outcome?.says).not.toContain('What you paid');
  await balanced();
});

it('who is taken up again pays anew before anybody is let in', async () => {
  const who = await payers.atTheGate();
  await pays(who, '40', 'MARKET26');
  await decline(who);
  expect(await decide(who, 'reopen')).toBe(200);
  expect((await placeOf(who, '/joining', 'joining')).act?.kind).toBe('payment');
  expect(await decide(who, 'approve')).toBe(409);
  expect((await sheetOf(who)).application).toMatchObject({ inReview: false, canReview: false, paid: null });
  // The code they had used for what went back is theirs to use, once more.
  await pays(who, '50', 'MARKET26');
  expect(await decide(who, 'approve')).toBe(200);
  expect(await payers.standingOf(who)).toBe('admitted');
  expect((await termsOf(who)).map(({ state }) => state).sort()).toEqual(['ended', 'running']);
  await balanced();
});
