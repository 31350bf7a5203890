/** Purpose: the endpoints of who keeps the books, each a list of steps. */
import { implement } from '@orpc/server';
import type { DataSource } from 'typeorm';
import { money as contract } from '../../contract';
import { ok, readAmount, refuse, sayMoney, writeAmount, type MemberId } from '../../core/kernel';
import { envelopeOf, guard, staffOf, type Call } from '../callers';
import type { Acts } from '../platform/acts';
import type { SiteClock } from '../platform/clock';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import type { Booking } from './booking';
import type { BookChecks } from './books.view';
import type { Figures } from './figures';
import { paymentsCsv } from './money.csv';
import type { MoneyDesk } from './money.desk';
import { moneySays } from './money.sentences';
import { lockPayment, refundable } from './money.store';
import { storyOf } from './money.story';
import type { Membership } from './membership';

const done = { done: true } as const;
const api = implement(contract).$context<Call>().use(guard);

export type MoneyPorts = {
  readonly db: DataSource;
  readonly acts: Acts;
  readonly live: LiveSetup;
  readonly clock: SiteClock;
  readonly booking: Booking;
  readonly membership: Membership;
  readonly moneyDesk: MoneyDesk;
  readonly figures: Figures;
  readonly bookChecks: BookChecks;
};

type No = { readonly code: 'not-found' | 'not-awaited' } | { readonly code: 'too-much'; readonly most: number };

export const moneyApi = (ports: MoneyPorts) => {
  const { db, acts, live, clock, booking, membership, moneyDesk, figures, bookChecks } = ports;
  const site = () => live.must.setup.doc.site;
  const says = () => moneySays(live.reader);
  const say = (amount: number) => sayMoney(amount, site().currency, site().locale);

  /** @throws a form's problem for what is no amount */
  function amountOf(typed: string): number {
    const { currency, locale } = site();
    const amount = readAmount(typed, currency, locale);
    if (amount !== null && amount > 0) return amount;
    const example = writeAmount(1_000, currency, locale);
    throw faulty(says().writeAmount({ example }));
  }
  const faulty = (told: string) => problem('pay-faults', { faults: [{ at: 'amount', label: 'amount', says: told }] });

  const refused = (no: No | { readonly code: 'already-sent' }) => {
    switch (no.code) {
      case 'too-much':
        return faulty(says().tooMuchBack({ amount: say(no.most) }));
      case 'not-awaited':
        return problem('already-done', { detail: says().onlyAwaited });
      case 'not-found':
      case 'already-sent':
        return problem(no.code);
    }
  };

  return {
    list: api.list.handler(({ input }) => moneyDesk.list(input, clock.now(), live.must.setup)),
    one: api.one.handler(async ({ input }) => {
      const found = await storyOf(db, input.id, clock.now(), live.must.setup);
      if (!found) throw problem('not-found');
      return found;
    }),
    refund: api.refund.handler(async ({ input, context }) => {
      const amount = amountOf(input.amount);
      const acted = await acts.carryOut<null, No>(
        envelopeOf(context, 'money.refunded', input),
        async ({ manager, now, about }) => {
          const payment = await lockPayment(manager, input.id);
          const most = payment ? await refundable(manager, payment) : 0;
          if (!payment || most === 0) return refuse({ code: 'not-found' });
          if (amount > most) return refuse({ code: 'too-much', most });
          about({ subject: payment.member, detail: { payment: input.id, amount } });
          await booking.giveBack(manager, payment, amount, input.reason, input.ends, now);
          return ok(null);
        },
      );
      if (!acted.ok) throw refused(acted.refusal);
      return done;
    }),
    received: api.received.handler(async ({ input, context }) => {
      const amount = amountOf(input.amount);
      const acted = await acts.carryOut<null, No>(
        envelopeOf(context, 'money.received', input),
        async ({ manager, now, about }) => {
          const payment = await lockPayment(manager, input.id);
          if (!payment) return refuse({ code: 'not-found' });
          if (payment.state !== 'awaited') return refuse({ code: 'not-awaited' });
          const rest = payment.amount - payment.received;
          if (amount > rest) return refuse({ code: 'too-much', most: rest });
          about({ subject: payment.member, detail: { payment: input.id, amount } });
          if (amount < rest) await booking.part(manager, payment, amount, now);
          else await booking.settle(manager, payment.id, { is: 'paid', by: 'transfer', card: null, house: null }, now);
          return ok(null);
        },
      );
      if (!acted.ok)
        throw acted.refusal.code === 'too-much'
          ? faulty(says().tooMuchCame({ amount: say(acted.refusal.most) }))
          : refused(acted.refusal);
      return done;
    }),
    gift: api.gift.handler(async ({ input, context }) => {
      const { name } = staffOf(context);
      const gave = await membership.gift(
        envelopeOf(context, 'money.gift', input),
        input.member as MemberId,
        input.level,
        input.months,
        name,
      );
      if (!gave.ok) throw problem(gave.refusal.code);
      return done;
    }),
    tables: api.tables.handler(async () => ({ tables: await figures.tables(clock.now(), live.must.setup) })),
    csv: api.csv.handler(({ input }) => paymentsCsv(db, input.month, clock.now(), live.must.setup)),
    books: api.books.handler(({ input }) => bookChecks.view(clock.now(), live.must.setup, input.anew === 'yes')),
  };
};
