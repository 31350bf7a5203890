/** Rows of money. What is counted or looked for is a column; the rest is the core's own value, as JSON. */
import { Column, Entity, Index, PrimaryColumn, PrimaryGeneratedColumn } from 'typeorm';
import type { TermId } from '../../core/kernel';
import type { Bill, PayBy, Taking, Term, TermState } from '../../core/money';
import { accounts, entryKinds, type Account, type EntryKind, type TakenCode } from '../../core/money';
import {
  IdColumn,
  InstantColumn,
  JsonColumn,
  PrimaryId,
  PrimaryWord,
  TextColumn,
  WordColumn,
} from '../platform/columns';

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

  @JsonColumn()
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

export type Try = {
  readonly at: number;
  readonly by: PayBy;
  readonly result: 'paid' | 'refused';
  readonly reason: string;
  readonly amount: number;
};
/** What is paid for, and what the ledger needs to know of it. */
export type PaymentData = {
  readonly taking: Taking;
  readonly code: TakenCode | null;
  readonly bill: Bill;
  readonly tries: readonly Try[];
  /**
   * Of a switch: what is set off of the term before, the tax within, the beginning of the span it is left `of`, and the
   * term it is left `from` (not told by payments from before it was kept).
   */
  readonly setOff: { readonly left: number; readonly tax: number; readonly of: number; readonly from?: TermId } | null;
};

@Entity('payment')
@Index('payment_member', ['member', 'openedAt'])
@Index('payment_opened', ['openedAt', 'id'])
@Index('payment_state', ['state', 'openedAt'])
@Index('payment_application', ['application'])
@Index('payment_renewal', ['renewal'], { unique: true })
@Index('payment_reference', ['reference'], { unique: true })
export class PaymentRow {
  @PrimaryId()
  id!: string;

  @IdColumn()
  member!: string;

  @IdColumn({ nullable: true })
  application!: string | null;

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

  @JsonColumn()
  data!: PaymentData;
}

/** What is printed, as issued. Receipts from before it was kept have no `from` and no `currency`: they are the site's. */
export type ReceiptData = {
  readonly from?: string;
  readonly currency?: string;
  readonly to: readonly string[];
  readonly lines: readonly { readonly label: string; readonly note: string; readonly amount: number }[];
  readonly notes: readonly string[];
};

/** Numbered without gaps, as issued. */
@Entity('receipt')
@Index('receipt_payment', ['payment'])
@Index('receipt_member', ['member', 'number'])
export class ReceiptRow {
  @PrimaryColumn({ type: 'int' })
  number!: number;

  @Column({ type: 'enum', enum: ['payment', 'refund'] })
  kind!: 'payment' | 'refund';

  @IdColumn()
  payment!: string;

  @IdColumn()
  member!: string;

  @InstantColumn()
  at!: number;

  @Column({ type: 'int' })
  amount!: number;

  @JsonColumn()
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

  @IdColumn({ nullable: true })
  payment!: string | null;

  @IdColumn()
  member!: string;
}

@Entity('ledger_line')
@Index('ledger_line_account', ['account', 'level'])
export class LedgerLineRow {
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

  @PrimaryId()
  member!: string;

  @IdColumn()
  payment!: string;

  @InstantColumn()
  at!: number;
}
