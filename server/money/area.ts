/** Payments, terms and the books, as an area. It knows applications by a port alone. */
import type { MemberId, Instant } from '../../core/kernel';
import type { Facts } from '../../core/facts';
import type { Area, Base, Web } from '../area';
import type { AskInsight } from '../insight';
import type { Outbox } from '../messages';
import { signedBytes } from '../platform/bodies';
import type { Jobs } from '../platform/jobs';
import { table } from '../platform/tables';
import type { LiveSetup } from '../setup';
import type { Applications } from './booking';
import { buildMoney } from './build';
import { HttpCardHouse, type CardHouse } from './card.house';
import { currencyStays, moneyMoved } from './currency';
import { moneyApi, type MoneyPorts } from './money.api';
import {
  CardNoticeRow,
  CardRow,
  CodeUseRow,
  LedgerEntryRow,
  LedgerLineRow,
  PaymentRow,
  ReceiptCountRow,
  ReceiptRow,
  TermRow,
} from './money.entities';
import { moneyForms } from './money.forms';
import { moneyJobKinds, type MoneyJobs } from './money.job.kinds';
import { moneyPlaces, type MoneyPlacePorts } from './money.places';
import { cardNotices, type NoticePorts } from './notices';
import { isOffered, payApi, type OffersAtGate, type PayApi, type PayPorts } from './pay.api';
import { receiptRoute, type ReceiptPorts } from './receipt.store';

type Needs = Base & {
  readonly live: LiveSetup;
  readonly outbox: Outbox;
  readonly insight: AskInsight;
  readonly jobs: Jobs<MoneyJobs>;
};
/** What joining gives: whom a payment on the way in belongs to, and what is offered at somebody's gate. */
type Later = { readonly applications: Applications; readonly offersAtGate: OffersAtGate };

// Books are kept by law, and balance only whole; they name a member by an id that leads nowhere any more.
const inTheBooks = (what: string) => ({ kept: `${what} stays in the books, under an id that leads nowhere any more.` });

export const moneyArea = {
  name: 'money',
  tables: [
    table(CardRow, { erased: 'member = ?' }, 'member token last expires since told'),
    table(CodeUseRow, { erased: 'member = ?' }, 'code member payment at'),
    table(
      TermRow,
      inTheBooks('What was agreed and paid'),
      'id member level state from_at until_at ended_at monthly data',
    ),
    table(
      PaymentRow,
      inTheBooks('What was paid'),
      'id member application term renewal level n kind state by amount received refunded reference house card opened_at done_at data',
    ),
    table(
      ReceiptRow,
      { kept: 'A receipt that was issued is kept as it was issued, as law asks of whoever takes money.' },
      'number kind payment member at amount data',
    ),
    table(ReceiptCountRow, { kept: 'Names nobody.' }, 'id last'),
    table(
      LedgerEntryRow,
      { kept: 'The ledger is only added to; it names a member by id alone.' },
      'id at what payment member',
    ),
    table(LedgerLineRow, { kept: 'Names nobody.' }, 'entry account level amount'),
    table(CardNoticeRow, { kept: 'Names a payment, and nobody.' }, 'id came_at body'),
  ],
  jobs: moneyJobKinds,
  forbids: currencyStays,
  build: (ports: Needs, later: Later) => {
    const { config, db, live } = ports;
    const house: CardHouse | null =
      config.cards.url === null ? null : new HttpCardHouse({ ...config.cards, url: config.cards.url });
    const money = buildMoney({ ...ports, house, applications: () => later.applications });
    const { paying, membership } = money;
    const offersAtGate: OffersAtGate = (member: MemberId) => later.offersAtGate(member);
    return {
      ...money,
      house,
      cards: house !== null,
      moneyMoved: () => moneyMoved(db),
      /** What the account says of money; null where somebody has nothing to do with it. */
      ownMoney: async (facts: Facts, now: Instant) =>
        membership.own(facts, now, await isOffered(facts, { paying, live, offersAtGate })),
    };
  },
  api: (ports: PayPorts & MoneyPorts) => ({ pay: payApi(ports), money: moneyApi(ports) }),
  places: (ports: MoneyPlacePorts) => moneyPlaces(ports),
  forms: ({ pay }: { readonly pay: PayApi }) => moneyForms(pay),
  routes: (ports: NoticePorts & ReceiptPorts, { refuse }: Web) => [
    {
      method: 'post',
      path: '/notices/cards',
      run: [...signedBytes(refuse), cardNotices(ports, refuse)],
      signed: true,
    },
    { method: 'get', path: /^\/receipts\/\d+\.pdf$/, run: receiptRoute(ports, refuse) },
  ],
} satisfies Area;
