/** Rows of money. What is counted or looked for is a column; the rest is the core's own value, as JSON. */
import { Column, Entity, Index, PrimaryColumn, PrimaryGeneratedColumn } from 'typeorm';
import { z } from 'zod';
import { TermId } from '../../core/kernel';
import {
  Bill,
  PayBy,
  TakenCode,
  Taking,
  Term,
  accounts,
  entryKinds,
  type Account,
  type EntryKind,
  type TermState,
} from '../../core/money';
import {
  Needs,
  GoesWith,
  IdColumn,
  InstantColumn,
  JsonColumn,
  PrimaryId,
  PrimaryWord,
  TextColumn,
  WordColumn,
} from '../platform/columns';
import { stored } from '../platform/stored';

export const termData = stored('term.data', Term);

@Entity('term')
@Index('term_member', ['member', 'state'])
@Index('term_until', ['state', 'until'])
export class TermRow {
  @PrimaryId()
  id!: string;

  @IdColumn()
  member!: string;

  @WordColumn()
  level!: string;

  @Column({ type: 'varchar', length: 10, charset: 'ascii', collation: 'ascii_bin' })
  state!: TermState;

  @InstantColumn({ name: 'from_at' })
  from!: number;

  @InstantColumn({ name: 'until_at', nullable: true })
  until!: number | null;

  @InstantColumn({ name: 'ended_at', nullable: true })
  endedAt!: number | null;

  /** What it brings in a month, in minor units. */
  @Column({ type: 'int' })
  monthly!: number;

  @JsonColumn(termData)
  data!: Term;
}

export const paymentStates = ['open', 'taking', 'awaited', 'paid', 'refused', 'dropped'] as const;
/**
 * `open`: its owner is at the card house. `taking`: a card is being charged. `awaited`: a transfer is. `refused`: it may be
 * tried again. `dropped`: it will not come.
 */
export type PaymentState = (typeof paymentStates)[number];
export const paymentKinds = ['first', 'renewal', 'switch', 'card'] as const;
export type PaymentKind = (typeof paymentKinds)[number];

const Try = z.object({
  at: z.number(),
  by: PayBy,
  result: z.enum(['paid', 'refused']),
  reason: z.string(),
  amount: z.number(),
});
export type Try = z.infer<typeof Try>;
/** What is paid for, and what the ledger needs to know of it. */
const PaymentData = z.object({
  taking: Taking,
  code: TakenCode.nullable(),
  bill: Bill,
  tries: z.array(Try).readonly(),
  /**
   * Of a switch: what is set off of the term before, the tax within, the beginning of the span it is left `of`, and the
   * term it is left `from` (not told by payments from before it was kept).
   */
  setOff: z.object({ left: z.number(), tax: z.number(), of: z.number(), from: TermId.optional() }).nullable(),
});
export type PaymentData = z.infer<typeof PaymentData>;
export const paymentData = stored('payment.data', PaymentData);

@Entity('payment')
@Index('payment_member', ['member', 'openedAt'])
@Index('payment_opened', ['openedAt', 'id'])
@Index('payment_state', ['state', 'openedAt'])
@Index('payment_application', ['application'])
@Index('payment_term', ['term'])
@Index('payment_renewal', ['renewal'], { unique: true })
@Index('payment_reference', ['reference'], { unique: true })
export class PaymentRow {
  @PrimaryId()
  id!: string;

  @IdColumn()
  member!: string;

  @IdColumn({ nullable: true })
  application!: string | null;

  @Needs('payment_of_term', 'TermRow')
  @IdColumn({ nullable: true })
  term!: string | null;

  /** Which renewal it is: each is asked for once. */
  @Column({ type: 'varchar', length: 40, charset: 'ascii', collation: 'ascii_bin', nullable: true })
  renewal!: string | null;

  @WordColumn()
  level!: string;

  @Column({ type: 'int' })
  n!: number;

  @Column({ type: 'enum', enum: paymentKinds })
  kind!: PaymentKind;

  @Column({ type: 'enum', enum: paymentStates })
  state!: PaymentState;

  @Column({ type: 'varchar', length: 10, charset: 'ascii', collation: 'ascii_bin' })
  by!: PayBy;

  @Column({ type: 'int' })
  amount!: number;

  /** What has come of it, and what has gone back. */
  @Column({ type: 'int', default: 0 })
  received!: number;

  @Column({ type: 'int', default: 0 })
  refunded!: number;

  /** What whoever transfers writes beside it. */
  @Column({ type: 'varchar', length: 20, charset: 'ascii', collation: 'ascii_bin' })
  reference!: string;

  /** What the card house calls it. */
  @Column({ type: 'varchar', length: 60, charset: 'ascii', collation: 'ascii_bin', nullable: true })
  house!: string | null;

  @TextColumn(40, { default: '' })
  card!: string;

  @InstantColumn({ name: 'opened_at' })
  openedAt!: number;

  @InstantColumn({ name: 'done_at', nullable: true })
  doneAt!: number | null;

  @JsonColumn(paymentData)
  data!: PaymentData;
}

/** All that is printed on it, as issued: what the site is called later, or what it takes, changes no receipt. */
const ReceiptData = z.object({
  /** What the site was called; the currency it took, as an ISO 4217 code; how it wrote sums and days. */
  from: z.string(),
  currency: z.string(),
  locale: z.string(),
  zone: z.string(),
  to: z.array(z.string()).readonly(),
  lines: z.array(z.object({ label: z.string(), note: z.string(), amount: z.number() })).readonly(),
  notes: z.array(z.string()).readonly(),
});
export type ReceiptData = z.infer<typeof ReceiptData>;
export const receiptData = stored('receipt.data', ReceiptData);

/** Numbered without gaps, as issued. */
@Entity('receipt')
@Index('receipt_payment', ['payment'])
@Index('receipt_member', ['member', 'number'])
export class ReceiptRow {
  @PrimaryColumn({ type: 'int' })
  number!: number;

  @Column({ type: 'enum', enum: ['payment', 'refund'] })
  kind!: 'payment' | 'refund';

  @Needs('receipt_of_payment', 'PaymentRow')
  @IdColumn()
  payment!: string;

  @IdColumn()
  member!: string;

  @InstantColumn()
  at!: number;

  @Column({ type: 'int' })
  amount!: number;

  @JsonColumn(receiptData)
  data!: ReceiptData;
}

/** The last number given; its row is locked while one is given, so that none is left out. */
@Entity('receipt_count')
export class ReceiptCountRow {
  @PrimaryColumn({ type: 'tinyint' })
  id!: number;

  @Column({ type: 'int' })
  last!: number;
}

@Entity('ledger_entry')
@Index('ledger_entry_payment', ['payment'])
@Index('ledger_entry_at', ['at'])
export class LedgerEntryRow {
  @PrimaryGeneratedColumn({ type: 'bigint' })
  id!: string;

  @InstantColumn()
  at!: number;

  @Column({ type: 'enum', enum: entryKinds })
  what!: EntryKind;

  @Needs('ledger_entry_of_payment', 'PaymentRow')
  @IdColumn({ nullable: true })
  payment!: string | null;

  @IdColumn()
  member!: string;
}

@Entity('ledger_line')
@Index('ledger_line_account', ['account', 'level'])
export class LedgerLineRow {
  @Needs('ledger_line_of_entry', 'LedgerEntryRow')
  @PrimaryColumn({ type: 'bigint' })
  entry!: string;

  @PrimaryColumn({ type: 'enum', enum: accounts })
  account!: Account;

  @WordColumn()
  level!: string;

  @Column({ type: 'int' })
  amount!: number;
}

/** The card somebody pays by: what the card house calls it, never its number. */
@Entity('card')
export class CardRow {
  @GoesWith('card_of_member')
  @PrimaryId()
  member!: string;

  @Column({ type: 'varchar', length: 60, charset: 'ascii', collation: 'ascii_bin' })
  token!: string;

  @TextColumn(8)
  last!: string;

  /** `08/28` */
  @TextColumn(8)
  expires!: string;

  @InstantColumn()
  since!: number;

  /** Whether its owner has been told that it runs out. */
  @Column({ type: 'boolean', default: false })
  told!: boolean;
}

/** What the card house has told, each once. */
@Entity('card_notice')
@Index('card_notice_came', ['cameAt'])
export class CardNoticeRow {
  @PrimaryColumn({ type: 'varchar', length: 80, charset: 'ascii', collation: 'ascii_bin' })
  id!: string;

  @InstantColumn({ name: 'came_at' })
  cameAt!: number;

  @Column({ type: 'text' })
  body!: string;
}

@Entity('code_use')
@Index('code_use_member', ['member'])
export class CodeUseRow {
  @PrimaryWord()
  code!: string;

  @GoesWith('code_use_of_member')
  @PrimaryId()
  member!: string;

  /** The payment that was begun with it, or the term that changes at its end: of two tables, so that no key can lead there. */
  @IdColumn()
  payment!: string;

  @InstantColumn()
  at!: number;
}
