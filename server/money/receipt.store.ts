/** Purpose: receipts that were issued, and the way to each as a PDF. */
import type { Request, Response } from 'express';
import type { DataSource } from 'typeorm';
import type { ProblemCode } from '../../contract';
import { accessOf, money } from '../../contract';
import type { Viewers } from '../callers';
import type { LiveSetup } from '../setup';
import { ReceiptRow } from './money.entities';
import { receiptView } from './receipt.view';

export class Receipts {
  constructor(private readonly db: DataSource) {}

  byNumber(number: number): Promise<ReceiptRow | null> {
    return Number.isSafeInteger(number) && number > 0
      ? this.db.getRepository(ReceiptRow).findOneBy({ number })
      : Promise.resolve(null);
  }

  /** Of a refund: the number of the receipt whose money goes back; null for any other. */
  async ofPayment(row: ReceiptRow): Promise<number | null> {
    if (row.kind === 'payment') return null;
    const first = await this.db
      .getRepository(ReceiptRow)
      .findOne({ where: { payment: row.payment, kind: 'payment' }, order: { number: 'ASC' } });
    return first?.number ?? null;
  }
}

export type ReceiptPorts = { readonly receipts: Receipts; readonly viewers: Viewers; readonly live: LiveSetup };

/** `GET /receipts/000427.pdf`, for whom it was issued to and for whoever keeps the books. */
export const receiptRoute =
  ({ receipts, viewers, live }: ReceiptPorts, refuse: (res: Response, code: ProblemCode) => void) =>
  async (req: Request, res: Response): Promise<void> => {
    const number = Number(/^\/receipts\/(\d+)\.pdf$/.exec(req.path)?.[1]);
    const row = await receipts.byNumber(number);
    const member = await viewers.member(req, res);
    const staff = await viewers.staff(req);
    const access = accessOf(money.one);
    const keeps = typeof access === 'object' && (staff?.parts.some((part) => access.staff.includes(part)) ?? false);
    if (!row || (row.member !== member?.facts.member && !keeps)) return refuse(res, 'not-found');
    const { setup } = live.must;
    const view = receiptView(row, await receipts.ofPayment(row), setup);
    res.setHeader('Content-Type', 'application/pdf');
    res.setHeader('Cache-Control', 'private, no-store');
    res.setHeader('Content-Disposition', `inline; filename="receipt-${view.number}.pdf"`);
    // A fifth of a second to load, and a process may never be asked for one.
    const { receiptPdf } = await import('./receipt.pdf');
    receiptPdf(view, setup.doc.site.look.accent, row.data.locale).pipe(res);
  };
