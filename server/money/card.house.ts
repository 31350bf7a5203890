/**
 * Purpose: the card house as the product knows it, and the one that ships with it, over HTTP. Another one is another
 * class with these five methods.
 * Invariant: each call that moves money carries a key; the same key moves it once. No card number is ever asked for here.
 */
export type HouseCard = { readonly token: string; readonly last: string; readonly expires: string };
export type HouseRefund = { readonly id: string; readonly key: string; readonly amount: number };
/** A payment as the house has it. `page`: where its owner gives a card. `final`: trying this card again is of no use. */
export type HousePayment = {
  readonly id: string;
  readonly key: string;
  readonly amount: number;
  readonly state: 'open' | 'paid' | 'refused' | 'dropped';
  readonly reason: string | null;
  readonly card: HouseCard | null;
  readonly refunds: readonly HouseRefund[];
  readonly page: string;
};

export type Asking = {
  readonly key: string;
  readonly amount: number;
  readonly currency: string;
  readonly words: string;
  readonly returnTo: string;
  /** The card to charge at once; without, its owner is asked on the page. */
  readonly token?: string;
};

export interface CardHouse {
  /** Asks for a payment; of one key there is one. @throws HouseAway */
  ask(asking: Asking): Promise<HousePayment>;
  byKey(key: string): Promise<HousePayment | null>;
  /**
   * Closes a payment on whose page its owner gives a card: nothing can be taken by it from now on, unless it has been.
   * @returns as it is then; null where the house never heard of it. @throws HouseAway
   */
  close(key: string): Promise<HousePayment | null>;
  /** @throws HouseAway, or HouseRefuses where there is not so much */
  refund(id: string, key: string, amount: number): Promise<HouseRefund>;
  /** All it has, for checking the books. */
  record(): Promise<readonly HousePayment[]>;
}

/** The house did not answer, or not in time: whether anything was moved is not known, and is asked again by the key. */
export class HouseAway extends Error {}
export class HouseRefuses extends Error {}

const PATIENCE = 20_000;

/** Reasons as members read them, and which of them are final. */
export const refusalReasons: Readonly<Record<string, { readonly final: boolean }>> = {
  'not-enough': { final: false },
  lost: { final: true },
  'too-old': { final: true },
  'confirm-needed': { final: false },
  unknown: { final: true },
  away: { final: false },
};

export class HttpCardHouse implements CardHouse {
  constructor(private readonly at: { readonly url: string; readonly key: string }) {}

  ask({ key, ...asking }: Asking): Promise<HousePayment> {
    return this.call<HousePayment>('POST', '/payments', asking, key).then(this.paged);
  }
  async byKey(key: string): Promise<HousePayment | null> {
    const found = await this.call<HousePayment | null>('GET', `/payments?key=${encodeURIComponent(key)}`);
    return found && this.paged(found);
  }
  async close(key: string): Promise<HousePayment | null> {
    const found = await this.byKey(key);
    if (found?.state !== 'open' && found?.state !== 'refused') return found;
    return this.call<HousePayment>('POST', `/payments/${encodeURIComponent(found.id)}/close`, {}, key).then(this.paged);
  }
  refund(id: string, key: string, amount: number): Promise<HouseRefund> {
    return this.call<HouseRefund>('POST', `/payments/${encodeURIComponent(id)}/refunds`, { amount }, key);
  }
  record(): Promise<readonly HousePayment[]> {
    return this.call<HousePayment[]>('GET', '/record');
  }

  private paged = (payment: HousePayment): HousePayment => ({ ...payment, page: `${this.at.url}${payment.page}` });

  private async call<T>(method: 'GET' | 'POST', path: string, body?: unknown, key?: string): Promise<T> {
    let answer: Response;
    try {
      answer = await fetch(`${this.at.url}${path}`, {
        method,
        headers: {
          authorization: ['Bearer', this.at.key].join(' '),
          'content-type': 'application/json',
          ...(key ? { 'idempotency-key': key } : {}),
        },
        body: body === undefined ? null : JSON.stringify(body),
        signal: AbortSignal.timeout(PATIENCE),
        redirect: 'error',
      });
      if (answer.status === 404 && method === 'GET') return null as T;
      if (answer.ok) return (await answer.json()) as T;
    } catch {
      throw new HouseAway('silent');
    }
    if (answer.status === 422) throw new HouseRefuses(String(answer.status));
    throw new HouseAway(String(answer.status));
  }
}
