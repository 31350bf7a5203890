/** People who pay, for tests: from the Patron path's gate to the page of the card house and back. */
import { expect } from 'vitest';
import type { PlaceView } from '../../contract';
import { testCards } from '../../standins/cards/cards';
import { Caller, codeIn, type Stack } from './stack';

const numberOf = (title: RegExp): string =>
  Object.entries(testCards).find(([, { title: says }]) => title.test(says))![0];
export const PAYS = numberOf(/^Pays, every time/);
export const ONCE = numberOf(/^Pays once/);
export const BROKE = numberOf(/^Not enough/);
const PASSWORD = 'moss lantern heather';

export type Payer = Caller & { mail: string };
type Going = { next: string; here: string; code?: string; faults?: { at: string; says: string }[] };

/** What those do who pay at one stack. */
export function payersOf(stack: Stack) {
  let people = 0;
  return {
    /** Somebody new who has confirmed their address on the Patron path, and waits for their payment. */
    async atTheGate(): Promise<Payer> {
      const who = new Caller(stack.address);
      const mail = `patron${++people}@oake.example`;
      const answers = { 'full-name': 'Perrin Oake', mail, password: PASSWORD, rules: true };
      const sent = await who.post('/site/join/patron', { once: crypto.randomUUID(), answers, took: 60_000 });
      expect(sent.status).toBe(200);
      const code = codeIn(await stack.letter(mail, ({ subject }) => subject.includes('code')));
      expect((await who.post('/site/joining/code', { code })).status).toBe(200);
      return Object.assign(who, { mail });
    },
    async paymentsOf(who: { mail: string }) {
      return stack.query<{
        id: string;
        state: string;
        kind: string;
        amount: number;
        refunded: number;
        reference: string;
      }>('SELECT p.* FROM payment p JOIN member m ON m.id = p.member WHERE m.mail = ? ORDER BY p.opened_at, p.id', [
        who.mail,
      ]);
    },
    async standingOf(who: { mail: string }) {
      const rows = await stack.query<{ standing: string }>('SELECT standing FROM member WHERE mail = ?', [who.mail]);
      return rows[0]?.standing;
    },
  };
}

/** The place at an address, which is of that kind. */
export async function placeOf<P extends PlaceView['kind']>(
  who: Caller,
  path: string,
  kind: P,
): Promise<Extract<PlaceView, { kind: P }>> {
  const { body } = await who.get<{ place: PlaceView; elsewhere?: string }>(
    `/site/view?path=${encodeURIComponent(path)}`,
  );
  expect(body.elsewhere ?? body.place.kind).toBe(kind);
  return body.place as Extract<PlaceView, { kind: P }>;
}

/** Chooses an offer, that of Patrons who choose their amount where nothing else is said. */
export const pay = (who: Caller, about: object = {}) =>
  who.post<Going>('/site/pay', { offer: 'patron/own', by: 'card', ...about });

/** Gives a card on the page of the house. @returns where the house leads back to */
export async function giveCard(page: string, number: string): Promise<string> {
  const response = await fetch(page, {
    method: 'POST',
    redirect: 'manual',
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    body: new URLSearchParams({ act: 'pay', number, expires: '12/49' }),
  });
  return new URL(response.headers.get('location') ?? page).pathname;
}

/** Signs in again: a clock that has moved far ends sessions. */
export const back = async (who: Payer): Promise<void> =>
  expect((await who.signIn(who.mail, PASSWORD)).status).toBe(200);
