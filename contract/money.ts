/** Money: what is paid, by whom and how; for who pays, and for who keeps the books. */
import { z } from 'zod';
import { PaymentId, TermId } from '../core/kernel';
import { accounts } from '../core/money';
import { StaffPart, endpoint, type Access } from './access';
import type { ProblemList } from './problems';

/** Who keeps the books. */
export const bookkeepers: Access = { staff: [StaffPart.enum.owner, StaffPart.enum.manager, StaffPart.enum.bookkeeper] };

const Line = z.object({ label: z.string(), note: z.string(), amount: z.string() });

/** What is to be paid today and after, with all its parts. */
export const QuoteView = z.object({
  lines: z.array(Line),
  total: z.string(),
  /** How much of it is tax; null where none is. */
  tax: z.string().nullable(),
  /** Nothing is to be paid today. */
  nothing: z.boolean(),
  /** What comes after. `byTransfer`: what is said instead to whoever pays so; null where it is of cards alone. */
  after: z.array(z.object({ title: z.string(), says: z.string(), byTransfer: z.string().nullable().optional() })),
  /** What the code does; null without one. */
  code: z.string().nullable(),
  /** What is wrong with the amount or the code, by the input. */
  faults: z.array(z.object({ at: z.enum(['amount', 'code']), says: z.string() })),
});
export type QuoteView = z.infer<typeof QuoteView>;

/** Where somebody chooses what to pay and how. */
export const PayView = z.object({
  /** Where a plain form goes. */
  action: z.string(),
  offers: z.array(
    z.object({
      key: z.string(),
      title: z.string(),
      price: z.string(),
      beside: z.string(),
      about: z.string(),
      /** For an amount to choose: what is said of it. */
      own: z.object({ says: z.string(), each: z.string(), suggested: z.string() }).nullable(),
    }),
  ),
  chosen: z.string(),
  amount: z.string(),
  code: z.string(),
  /** The mark of the currency, before an amount. */
  mark: z.string(),
  ways: z.array(z.enum(['card', 'transfer'])),
  /** The letters that are promised: the receipt, and where to transfer to. */
  letters: z.object({ receipt: z.boolean(), bank: z.boolean() }),
  quote: QuoteView,
  /** A transfer that is waited for. */
  waits: z
    .object({
      says: z.string(),
      lines: z.array(z.object({ label: z.string(), text: z.string() })),
    })
    .nullable(),
});
export type PayView = z.infer<typeof PayView>;

/** One level somebody holds by paying for it, and what they may do with it. */
export const TermView = z.object({
  id: TermId,
  title: z.string(),
  says: z.string(),
  /** Why it needs them; null where it does not. */
  trouble: z.string().nullable(),
  may: z.array(z.enum(['cancel', 'resume', 'pause', 'unpause', 'switch', 'card', 'stay'])),
  /** What each of them comes to. */
  hints: z.record(z.string(), z.string()),
});
export type TermView = z.infer<typeof TermView>;

export const ReceiptLine = z.object({
  number: z.string(),
  date: z.string(),
  amount: z.string(),
  about: z.string(),
});

/** What the account says of money; null where nothing is sold. */
export const OwnMoneyView = z.object({
  terms: z.array(TermView),
  receipts: z.array(ReceiptLine),
  /** Whether there is something to buy. */
  canBuy: z.boolean(),
});
export type OwnMoneyView = z.infer<typeof OwnMoneyView>;

/** A receipt as it was issued. */
export const ReceiptView = z.object({
  number: z.string(),
  title: z.string(),
  from: z.string(),
  to: z.array(z.string()),
  date: z.string(),
  lines: z.array(Line),
  total: z.string(),
  /** How it was paid, the tax within, what it was for. */
  notes: z.array(z.string()),
});
export type ReceiptView = z.infer<typeof ReceiptView>;

/** The places where money is paid. */
export const moneyPlaces = [
  z.object({
    kind: z.literal('pay'),
    title: z.string(),
    intro: z.string(),
    pay: PayView,
  }),
  z.object({
    kind: z.literal('paying'),
    title: z.string(),
    says: z.string(),
    /** Whether it is still looked at what became of it. */
    waits: z.boolean(),
    way: z.object({ href: z.string(), label: z.string() }).nullable(),
  }),
  z.object({ kind: z.literal('receipt'), title: z.string(), receipt: ReceiptView }),
] as const;

export const moneyProblems = {
  'not-offered': { status: 409, title: 'That cannot be had any more' },
  'no-cards': { status: 409, title: 'That way of paying is not open' },
  'card-house-away': { status: 503, title: 'The card house does not answer' },
  'term-refused': { status: 409, title: 'That cannot be done with this membership now' },
  'too-much-back': { status: 422, title: 'There is not so much to give back' },
  'pay-faults': { status: 422, title: 'Some of it needs another look' },
} as const satisfies ProblemList;

const Choice = z.object({
  offer: z.string().max(100),
  amount: z.string().max(40).default(''),
  code: z.string().max(40).default(''),
});
/** `next`: where a script leads; `here`: the place of this site from which one gets there. */
const Going = z.object({ next: z.string(), here: z.string() });
const done = z.object({ done: z.literal(true) });
const ofTerm = z.object({ term: TermId });

/** Paying, for members and applicants. */
export const pay = {
  reckon: endpoint('member', 'POST', '/site/pay/reckon', 'What is to be paid for a choice, today and after')
    .input(Choice)
    .output(QuoteView),
  pay: endpoint(
    'member',
    'POST',
    '/site/pay',
    'Pays for a choice; leads to the card house, or says where to transfer to',
  )
    .input(Choice.extend({ by: z.enum(['card', 'transfer']) }))
    .output(Going),
  cancel: endpoint('member', 'POST', '/site/terms/cancel', 'Renews a membership no more').input(ofTerm).output(done),
  resume: endpoint('member', 'POST', '/site/terms/resume', 'Renews a membership again').input(ofTerm).output(done),
  pause: endpoint('member', 'POST', '/site/terms/pause', 'Pauses a membership; the days that are paid wait')
    .input(ofTerm.extend({ months: z.coerce.number().int().min(1).max(6) }))
    .output(done),
  unpause: endpoint('member', 'POST', '/site/terms/unpause', 'Goes on after a pause').input(ofTerm).output(done),
  stay: endpoint('member', 'POST', '/site/terms/stay', 'Takes back a change that waits for the end of the span')
    .input(ofTerm)
    .output(done),
  card: endpoint('member', 'POST', '/site/terms/card', 'Gives another card').input(ofTerm).output(Going),
};

export const MoneyLine = z.object({
  id: PaymentId,
  when: z.string(),
  what: z.enum(['paid', 'refused', 'due', 'awaited', 'refunded', 'dropped']),
  says: z.string(),
  member: z.string(),
  name: z.string(),
  about: z.string(),
  receipt: z.string(),
  amount: z.string(),
});
export type MoneyLine = z.infer<typeof MoneyLine>;

export const MoneyFilter = z.enum(['all', 'paid', 'failing', 'due', 'awaited', 'refunded']);
export type MoneyFilter = z.infer<typeof MoneyFilter>;

const Table = z.object({
  title: z.string(),
  about: z.string(),
  columns: z.array(z.string()),
  rows: z.array(z.object({ label: z.string(), texts: z.array(z.string()), strong: z.boolean() })),
  /** What is drawn of it, stacked; in whole units of a currency, or in numbers of people without one. */
  chart: z.object({
    columns: z.array(z.string()),
    currency: z.string().nullable(),
    rows: z.array(z.object({ label: z.string(), values: z.array(z.number()) })),
  }),
});
export type MoneyTable = z.infer<typeof Table>;

/** The books, checked. */
export const BooksView = z.object({
  balance: z.boolean(),
  says: z.string(),
  /** When, in words. */
  checked: z.string(),
  faults: z.array(z.string()),
  accounts: z.array(z.object({ account: z.enum(accounts), label: z.string(), amount: z.string() })),
});
export type BooksView = z.infer<typeof BooksView>;

/** Keeping the books. */
export const money = {
  list: endpoint(bookkeepers, 'GET', '/desk/money', 'Payments of a month, the newest first')
    .input(
      z.object({
        /** `2026-10`; the present month without. */
        month: z
          .string()
          .regex(/^\d{4}-\d{2}$/)
          .optional(),
        show: MoneyFilter.default('all'),
        /** Behind which payment the next page begins. */
        after: PaymentId.optional(),
      }),
    )
    .output(
      z.object({
        month: z.string(),
        title: z.string(),
        before: z.string(),
        next: z.string().nullable(),
        tallies: z.array(z.object({ show: MoneyFilter, amount: z.string(), says: z.string() })),
        payments: z.array(MoneyLine),
        more: PaymentId.nullable(),
      }),
    ),
  one: endpoint(bookkeepers, 'GET', '/desk/money/payment/{id}', 'One payment’s whole story')
    .input(z.object({ id: PaymentId }))
    .output(
      z.object({
        id: PaymentId,
        title: z.string(),
        member: z.string(),
        name: z.string(),
        stands: z.string(),
        facts: z.array(z.object({ label: z.string(), value: z.string() })),
        lines: z.array(Line),
        story: z.array(z.object({ at: z.string(), title: z.string(), note: z.string(), done: z.boolean() })),
        receipts: z.array(z.object({ number: z.string(), href: z.string() })),
        /** How much may go back, as it is typed; null where nothing may. */
        back: z.string().nullable(),
        /** How much is still awaited by transfer; null where nothing is. */
        awaited: z.string().nullable(),
        canEnd: z.boolean(),
        currency: z.string(),
      }),
    ),
  refund: endpoint(bookkeepers, 'POST', '/desk/money/refund', 'Sends money back, whole or part')
    .input(
      z.object({
        id: PaymentId,
        amount: z.string().max(40),
        reason: z.string().trim().min(1).max(200),
        ends: z.boolean(),
      }),
    )
    .output(done),
  received: endpoint(bookkeepers, 'POST', '/desk/money/received', 'Marks a transfer, or part of it, as come')
    .input(z.object({ id: PaymentId, amount: z.string().max(40) }))
    .output(done),
  gift: endpoint(bookkeepers, 'POST', '/desk/money/gift', 'Gives a member a level for a span, without payment')
    .input(
      z.object({
        member: z.string().length(20),
        level: z.string().max(48),
        months: z.coerce.number().int().min(1).max(120),
      }),
    )
    .output(done),
  tables: endpoint(
    bookkeepers,
    'GET',
    '/desk/money/tables',
    'Income, recurring revenue, who stayed, what comes',
  ).output(z.object({ tables: z.array(Table) })),
  csv: endpoint(bookkeepers, 'GET', '/desk/money/csv', 'The payments of a month as a table')
    .input(
      z.object({
        month: z
          .string()
          .regex(/^\d{4}-\d{2}$/)
          .optional(),
      }),
    )
    .output(z.object({ name: z.string(), csv: z.string() })),
  books: endpoint(bookkeepers, 'GET', '/desk/money/books', 'The books, checked some minutes ago at most, or anew')
    .input(z.object({ anew: z.literal('yes').optional() }))
    .output(BooksView),
};
