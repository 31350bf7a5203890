/**
 * Purpose: the gate *Payment*: a level is chosen and its first payment made, within a limit.
 * Invariant: whether it is paid is told by events, since money is counted elsewhere; a card that was refused leaves the
 * application where it was. One level at one price is taken as given.
 */
import { z } from 'zod';
import { GateId, LevelId, MessageId, PriceId, Span, Title, sayDate, saySpan } from '../../kernel';
import { AnswerRule } from '../../fields/answerRule';
import { sayPrice } from '../../levels';
import { line, sayings, titleIn } from '../../lines';
import { joiningSays } from '../joining.sentences';
import { settingsSay } from '../settings.sentences';
import type { GateKind, LinesSetup, OwnSettings } from './kind';
import { askWithin, remindOrEnd } from './within';

/** A level at all its prices, or at one of them. */
export const Offer = z.strictObject({ level: LevelId, price: PriceId.optional() });
export type Offer = z.infer<typeof Offer>;

const item = z.strictObject({
  kind: z.literal('payment'),
  id: GateId,
  title: Title,
  when: AnswerRule.optional(),
  offers: z.array(Offer).min(1).max(12),
  limit: Span,
  /** The letter that asks for it, and the one that reminds. */
  message: MessageId,
  reminder: MessageId,
});
type Gate = z.infer<typeof item>;

const detail = z.object({ kind: z.literal('payment'), reminded: z.boolean(), refused: z.string().nullable() });
type Detail = z.infer<typeof detail>;

const sight = z.object({ kind: z.literal('payment'), says: z.string(), refused: z.string().nullable() });
type Sight = z.infer<typeof sight>;

export const payment: GateKind<Gate, Detail, Sight> & {
  own: OwnSettings<Gate>;
  item: typeof item;
  detail: typeof detail;
  sight: typeof sight;
} = {
  item,
  detail,
  sight,
  waitsFor: 'applicant',
  once: true,
  stays: false,
  proves: false,
  sells: true,
  offers: ({ offers }) => offers,
  form: () => null,
  readers: () => null,
  question: () => null,
  seats: false,
  references: ({ offers }) => offers.map(({ level }, at) => ({ at: `offers.${at}`, kind: 'levels', id: level })),
  rules: () => [],
  messages: ({ message, reminder }) => [
    { at: 'message', message },
    { at: 'reminder', message: reminder },
  ],
  own: {
    called: (reader) => settingsSay(reader).gatePayment,
    fresh: ({ id, title, level, letter }) => ({
      kind: 'payment',
      id,
      title,
      offers: level ? [{ level }] : [],
      limit: { count: 21, unit: 'days' },
      message: letter('message'),
      reminder: letter('reminder'),
    }),
    brief({ offers, limit }, { levels, doc: { site } }) {
      const says = settingsSay(site);
      const offered = new Set(offers.map(({ level }) => levels.get(level)?.title ?? level));
      return [says.offersLevels({ levels: { either: [...offered] } }), says.thenClosed({ span: saySpan(limit, site) })];
    },
    lines(gate, setup) {
      const says = sayings(setup);
      return [
        ...line('offers', says.offers, gate.offers.map((offer) => offerWords(offer, setup)).join(', ')),
        ...line('limit', says.limit, saySpan(gate.limit, setup.doc.site)),
        ...line('message', says.letterPay, titleIn('messages', gate.message, setup)),
        ...line('reminder', says.letterReminder, titleIn('messages', gate.reminder, setup)),
      ];
    },
  },
  promise: ({ title, limit }, reader) => ({
    title,
    says: joiningSays(reader).payWithin({ limit: saySpan(limit, reader) }),
  }),
  doneTitle: (_, reader) => joiningSays(reader).paid,
  progress: ({ refused }, reader) => refused ?? joiningSays(reader).notPaid,
  note: () => null,

  enter: (gate, now, zone) => askWithin(gate, { kind: 'payment', reminded: false, refused: null }, now, zone),

  on: {
    paid: ({ now }, { says, term }) => ({
      turn: 'pass',
      happening: { at: now, what: 'paid', note: says },
      effects: [{ do: 'giveLevel', ...term }],
    }),
    paymentRefused: ({ held, now }, { reason }) => ({
      turn: 'stay',
      change: { detail: { ...held.detail, refused: reason } },
      happening: { at: now, what: 'paymentRefused', note: reason },
    }),
    timePassed: (at) => remindOrEnd(at, 'askedToPayAgain'),
  },

  see: (_, { latestAt, detail: { refused } }, _mail, _now, place) => ({
    kind: 'payment',
    says: joiningSays(place).payBy({ date: sayDate(latestAt, place) }),
    refused,
  }),
};

/** `Keeper, £48.00 a year`; a level alone is offered at all its prices. */
function offerWords({ level: id, price: only }: Offer, setup: LinesSetup): string {
  const level = setup.levels.get(id);
  const price = level?.prices.find((one) => one.id === only);
  const title = titleIn('levels', id, setup);
  return price ? `${title}, ${sayPrice(price, setup.doc.site)}` : title;
}
