/** Purpose: the card house over HTTP: payments for the site, the page on which a card is given, the house's own front. */
import { timingSafeEqual } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { behaviourOf, luhn } from './cards';
import type { House, Payment } from './house';
import type { Mood, Notices } from './notices';
import { cardPage, confirmPage, frontPage, style } from './pages';

type Ports = { readonly house: House; readonly notices: Notices; readonly mood: Mood; readonly key: string };
const SLOW = 6_000;
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

export const cardHouse = (ports: Ports) => (req: IncomingMessage, res: ServerResponse) =>
  void answer(ports, req, res).catch(() => json(res, 500, { says: 'The card house stumbled.' }));

async function answer(ports: Ports, req: IncomingMessage, res: ServerResponse): Promise<void> {
  const { house, mood } = ports;
  const url = new URL(req.url ?? '/', 'http://stand-in.example');
  const [first = '', id = '', rest = ''] = url.pathname.slice(1).split('/');
  const body = req.method === 'POST' ? await textOf(req) : '';
  if (first === 'health') return json(res, 200, { ready: true });
  if (first === 'style.css') return send(res, 200, 'text/css', style);
  if (first === 'mood') {
    // Known switches alone, each of the kind it has.
    const wanted = JSON.parse(body || '{}') as Partial<Mood>;
    for (const [name, was] of Object.entries(mood))
      if (typeof wanted[name as keyof Mood] === typeof was) Object.assign(mood, { [name]: wanted[name as keyof Mood] });
    return json(res, 200, mood);
  }
  if (first === '') return html(res, 200, frontPage(house.all(), ports.notices.told, mood));
  if (mood.away) return void req.socket.destroy();
  await wait(mood.slow);
  if (first === 'pay') {
    const payment = house.get(id);
    return payment ? page(ports, payment, req.method === 'POST' ? new URLSearchParams(body) : null, res) : none(res);
  }
  if (!allowed(req, ports.key)) return json(res, 401, { says: 'The key is not right.' });
  if (first === 'record') return json(res, 200, house.all());
  if (first === 'history' && req.method === 'POST') {
    const { payments, cards } = JSON.parse(body) as {
      payments: Payment[];
      cards: { number: string; expires: string }[];
    };
    return json(res, 200, house.remember(payments, cards));
  }
  if (first !== 'payments') return none(res);
  const key = String(req.headers['idempotency-key'] ?? '');
  if (req.method === 'POST' && !key) return json(res, 400, { says: 'Send an Idempotency-Key.' });
  if (!id && req.method === 'POST') {
    const { amount, currency, words, returnTo, token } = JSON.parse(body) as Record<string, unknown>;
    if (!Number.isSafeInteger(amount) || Number(amount) < 0 || !/^[A-Z]{3}$/.test(String(currency)))
      return json(res, 400, { says: 'Send amount in minor units and currency.' });
    const asked = {
      key,
      amount: Number(amount),
      currency: String(currency),
      words: String(words),
      returnTo: String(returnTo),
    };
    const done = house.ask(token === undefined ? asked : { ...asked, token: String(token) });
    await wait(mood.lingers);
    return json(res, 200, view(done));
  }
  const payment = id ? house.get(id) : house.byItsKey(url.searchParams.get('key') ?? '');
  if (!payment) return none(res);
  if (rest === 'refunds' && req.method === 'POST') {
    const refund = house.refund(payment, key, Number((JSON.parse(body) as { amount: unknown }).amount));
    return refund ? json(res, 200, refund) : json(res, 422, { says: 'There is not so much to give back.' });
  }
  if (rest === 'close' && req.method === 'POST') return json(res, 200, view(house.close(payment)));
  json(res, 200, view(payment));
}

/** What the site is told: no return address, no number. */
const view = ({ id, key, amount, state, reason, card, refunds }: Payment) => ({
  id,
  key,
  amount,
  state,
  reason,
  card,
  refunds,
  page: `/pay/${id}`,
});

async function page({ house }: Ports, payment: Payment, form: URLSearchParams | null, res: ServerResponse) {
  const back = () => {
    res.writeHead(303, { location: payment.returnTo, 'content-security-policy': policy(payment) }).end();
  };
  if (payment.state === 'paid' || payment.state === 'dropped') return back();
  if (!form) return html(res, 200, cardPage(payment), payment);
  if (form.get('act') === 'back') {
    house.drop(payment);
    return back();
  }
  const number = (form.get('number') ?? '').replace(/[\s-]/g, '');
  const expires = (form.get('expires') ?? '').replace(/\s/g, '').replace(/^(\d\d)(\d\d)$/, '$1/$2');
  const faults = {
    ...(luhn(number) ? {} : { number: 'This is no card number: look for a digit that was mistyped.' }),
    ...(/^(0[1-9]|1[0-2])\/\d\d$/.test(expires) ? {} : { expires: 'Write month and year, such as 08/28.' }),
  };
  if (Object.keys(faults).length) return html(res, 422, cardPage(payment, { number, expires, faults }), payment);
  if (behaviourOf(number)?.slow) await wait(SLOW);
  const given = house.give(payment.id, number, expires, form.get('yes') === '1');
  if (given === 'ask') return html(res, 200, confirmPage(payment, number, expires), payment);
  back();
}

function allowed(req: IncomingMessage, key: string): boolean {
  const given = Buffer.from(String(req.headers.authorization ?? ''));
  const right = Buffer.from(`Bearer ${key}`);
  return given.length === right.length && timingSafeEqual(given, right);
}

async function textOf(req: IncomingMessage): Promise<string> {
  let text = '';
  for await (const part of req) {
    text += String(part);
    if (text.length > 20_000_000) throw new Error('Too much.');
  }
  return text;
}

/** A form may lead back to the site: browsers ask of every step of it. */
const policy = (payment?: Payment) =>
  `default-src 'none'; style-src 'self'; form-action 'self'${payment ? ` ${new URL(payment.returnTo).origin}` : ''}; frame-ancestors 'none'`;

function send(res: ServerResponse, status: number, type: string, body: string, payment?: Payment): void {
  res.writeHead(status, {
    'content-type': type,
    'cache-control': 'no-store',
    'content-security-policy': policy(payment),
  });
  res.end(body);
}
const html = (res: ServerResponse, status: number, body: string, payment?: Payment) =>
  send(res, status, 'text/html; charset=utf-8', body, payment);
const json = (res: ServerResponse, status: number, body: unknown) =>
  send(res, status, 'application/json', JSON.stringify(body));
const none = (res: ServerResponse) => json(res, 404, { says: 'There is no such payment.' });
