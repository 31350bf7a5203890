/** Purpose: the places of the site where money is paid, comes back from, and is receipted. */
import type { PlaceView } from '../../contract';
import { sayMoney, type MemberId, type PaymentId } from '../../core/kernel';
import { signInFirst, type PlaceRequest, type Places } from '../site';
import { moneySays } from './money.sentences';
import type { Payment } from './money.store';
import { letterIsOn, sayReason } from './money.words';
import { receiptView } from './receipt.view';
import { choosingFor, type PayPorts } from './pay.api';
import type { Receipts } from './receipt.store';

export type MoneyPlacePorts = Pick<PayPorts, 'paying' | 'live' | 'offersAtGate'> & { readonly receipts: Receipts };

/** What was chosen, out of the address. */
export const choiceOf = ({ query }: PlaceRequest) => ({
  offer: query('offer')?.slice(0, 100) ?? '',
  amount: query('amount')?.slice(0, 40) ?? '',
  code: query('code')?.slice(0, 40) ?? '',
});

export const moneyPlaces = (ports: MoneyPlacePorts): Places => ({
  pay: async (asked) => {
    const { facts, now } = asked.looker;
    const { setup } = asked.live;
    const words = moneySays(setup.doc.site);
    if (asked.rest !== undefined) return null;
    if (!facts.member) return signInFirst(asked);
    if (keptFrom(asked)) return null;
    if (facts.standing === 'applicant') return { elsewhere: '/joining' };
    // To whom nothing is offered the account says why: who pauses comes back first, and has the button there.
    const choosing = await choosingFor(facts, ports);
    const pay = choosing && (await ports.paying.view(choosing, choiceOf(asked), '/pay', now));
    return pay ? { kind: 'pay', title: words.changeTitle, intro: words.chooseIntro, pay } : { elsewhere: '/account' };
  },
  paid: async (asked) => {
    const { facts } = asked.looker;
    if (!asked.rest) return null;
    if (!facts.member) return signInFirst(asked);
    if (keptFrom(asked)) return null;
    const { paying } = ports;
    const [id, member] = [asked.rest as PaymentId, facts.member as MemberId];
    // Whoever looks through their eyes sees how it stands, and neither asks the house nor goes there.
    if (asked.looker.through) {
      const seen = await paying.asItStands(id, member);
      return seen && payingPlace(seen, asked, () => Promise.resolve(null));
    }
    const payment = await paying.cameBack(id, member);
    return payment && payingPlace(payment, asked, (one) => paying.pageOf(one));
  },
  receipts: async (asked) => {
    const { facts } = asked.looker;
    if (!asked.rest) return null;
    if (!facts.member) return signInFirst(asked);
    if (keptFrom(asked)) return null;
    const row = await ports.receipts.byNumber(Number(asked.rest));
    if (!row || row.member !== facts.member) return null;
    const receipt = receiptView(row, await ports.receipts.ofPayment(row), asked.live.setup);
    return { kind: 'receipt', title: receipt.title, receipt };
  },
});

/** Whether whoever looks through somebody's eyes may not see their money. */
const keptFrom = ({ looker: { through } }: PlaceRequest): boolean => through !== undefined && !through.money;

/** @param pageOf the page of the card house for a payment; null where there is none to go to */
async function payingPlace(
  payment: Payment,
  { live: { setup }, looker }: PlaceRequest,
  pageOf: (id: PaymentId) => Promise<string | null>,
): Promise<PlaceView> {
  const { site } = setup.doc;
  const words = moneySays(site);
  const amount = sayMoney(payment.amount, site.currency, site.locale);
  const onWay = looker.facts.standing === 'applicant';
  const back =
    payment.application && onWay
      ? '/joining'
      : payment.kind === 'card' || !payment.application
        ? '/account'
        : '/joining';
  const goOn = { href: back, label: back === '/account' ? words.toAccount : words.goOn };
  const made = (
    title: string,
    says: string,
    way: { href: string; label: string } | null,
    waits = false,
  ): PlaceView => ({
    kind: 'paying',
    title,
    says,
    waits,
    way,
  });
  switch (payment.state) {
    case 'paid':
      return payment.kind === 'card'
        ? made(words.kept, words.keptSays({ card: payment.card }), goOn)
        : made(words.paid, (letterIsOn('paid', setup) ? words.paidSaysByMail : words.paidSays)({ amount }), goOn);
    case 'refused': {
      const reason = sayReason(payment.data.tries.at(-1)?.reason ?? '', site);
      const page = await pageOf(payment.id);
      return made(words.refusedTitle, words.refusedSays({ reason }), {
        href: page ?? goOn.href,
        label: words.tryAgain,
      });
    }
    case 'dropped':
      return made(words.refusedTitle, words.droppedSays, {
        href: payment.application ? '/joining' : '/pay',
        label: words.tryAgain,
      });
    case 'open': {
      const page = await pageOf(payment.id);
      return page
        ? made(words.goToHouse({ amount }), words.houseSays, { href: page, label: words.toHouse })
        : made(words.waitsTitle, words.houseAway, goOn, true);
    }
    case 'taking':
      return made(words.waitsTitle, words.waitsSays, null, true);
    case 'awaited':
      return made(words.goOn, words.awaited({ amount }), goOn);
  }
}
