/**
 * Purpose: telling the site what became of a payment, as unreliably as networks are: late, twice, in another order, lost.
 * Source: Standard Webhooks 1.0.0, symmetric signature `v1`.
 */
import { createHmac, randomBytes } from 'node:crypto';
import { request } from 'node:http';
import type { Event, House, Payment } from './house';

/** How the house behaves; told at its page or over HTTP. */
export type Mood = {
  /** It answers nothing at all. */
  away: boolean;
  /** Milliseconds before it answers. */
  slow: number;
  /** Milliseconds between doing what it is asked and saying so. */
  lingers: number;
  /** Milliseconds before it tells. */
  late: number;
  twice: boolean;
  /** The newer of two is told first. */
  reversed: boolean;
  lost: boolean;
};
export const calm: Mood = { away: false, slow: 0, lingers: 0, late: 0, twice: false, reversed: false, lost: false };

export type Told = {
  readonly id: string;
  readonly event: Event;
  readonly payment: string;
  tries: number;
  status: number;
};

const PAUSES = [500, 2_000, 10_000, 60_000, 300_000];

export class Notices {
  readonly told: Told[] = [];
  private held: (() => void)[] = [];

  constructor(
    house: House,
    private readonly to: string,
    key: string,
    private readonly mood: Mood,
  ) {
    this.secret = Buffer.from(key.replace(/^whsec_/, ''), 'base64');
    house.listen((event, payment) => this.tell(event, payment));
  }
  private readonly secret: Buffer;

  private tell(event: Event, payment: Payment): void {
    const { mood } = this;
    const id = `cn_${randomBytes(12).toString('hex')}`;
    const { card, key, amount, state, reason, refunds } = payment;
    const data = { id: payment.id, key, amount, state, reason, card, refunds };
    const body = JSON.stringify({ type: event, timestamp: new Date().toISOString(), data });
    const told: Told = { id, event, payment: payment.id, tries: 0, status: 0 };
    this.told.push(told);
    if (this.told.length > 500) this.told.shift();
    if (mood.lost) return;
    const send = () => {
      setTimeout(() => void this.send(told, body), mood.late).unref();
      if (mood.twice) setTimeout(() => void this.send(told, body), mood.late + 40).unref();
    };
    if (!mood.reversed) return send();
    this.held.push(send);
    const [first, second] = this.held;
    if (!second) return;
    second();
    setTimeout(first!, 150).unref();
    this.held = [];
  }

  private async send(told: Told, body: string): Promise<void> {
    told.tries++;
    told.status = await this.post(told.id, body);
    const pause = PAUSES[told.tries - 1];
    if ((told.status < 200 || told.status >= 300) && pause !== undefined)
      setTimeout(() => void this.send(told, body), pause).unref();
  }

  private post(id: string, body: string): Promise<number> {
    const seconds = Math.floor(Date.now() / 1000);
    const signature = createHmac('sha256', this.secret).update(`${id}.${seconds}.${body}`).digest('base64');
    return new Promise((done) => {
      const call = request(
        this.to,
        {
          method: 'POST',
          headers: {
            'content-type': 'application/json',
            'webhook-id': id,
            'webhook-timestamp': String(seconds),
            'webhook-signature': `v1,${signature}`,
          },
          timeout: 10_000,
        },
        (answer) => {
          answer.resume();
          done(answer.statusCode ?? 0);
        },
      );
      call.on('timeout', () => call.destroy());
      call.on('error', () => done(0));
      call.end(body);
    });
  }
}
