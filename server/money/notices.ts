/**
 * Purpose: what the card house tells, taken in: verified, stored, then handled once by a job.
 * Source: Standard Webhooks 1.0.0 (`webhook-id`, `webhook-timestamp`, `webhook-signature`, symmetric `v1`).
 * Invariant: what is told moves no money by itself: it names a payment, and what became of that is asked of the house. A
 * notice that lies, comes late, twice or before another changes nothing that is not so.
 */
import { changeIn } from '../platform/rows';
import type { Request, Response } from 'express';
import type { DataSource } from 'typeorm';
import type { ProblemCode } from '../../contract';
import { Webhook } from 'standardwebhooks';
import { z } from 'zod';
import { transact } from '../platform/database';
import type { SiteClock } from '../platform/clock';
import type { Jobs } from '../platform/jobs';
import type { MoneyJobs } from './money.job.kinds';
import { isCharge } from './money.store';

const Notice = z.object({
  type: z.string().max(60),
  data: z.object({ id: z.string().max(60), key: z.string().max(60) }),
});
/** The house is given up for the time being after so long. */
const ANSWERED_WITHIN = 30_000;
/** What a row of them holds. */
const MOST = 60_000;

export type NoticePorts = {
  readonly db: DataSource;
  readonly jobs: Jobs<MoneyJobs>;
  readonly clock: SiteClock;
  readonly config: { readonly cards: { readonly noticeKey: string } };
};

type Refuse = (res: Response, code: ProblemCode) => void;

/** `POST /notices/cards`, with its body as the bytes that came. */
export const cardNotices = ({ db, jobs, clock, config }: NoticePorts, refuse: Refuse) => {
  const { noticeKey } = config.cards;
  const webhook = noticeKey ? new Webhook(noticeKey) : null;
  return async (req: Request, res: Response): Promise<void> => {
    const text = Buffer.isBuffer(req.body) ? req.body.toString('utf8') : '';
    let body: unknown;
    try {
      if (!webhook) return refuse(res, 'not-found');
      const headers = Object.fromEntries(
        ['webhook-id', 'webhook-timestamp', 'webhook-signature'].map((name) => [name, String(req.headers[name] ?? '')]),
      );
      body = webhook.verify(text, headers);
    } catch {
      return refuse(res, 'not-yours');
    }
    const read = Notice.safeParse(body);
    const id = String(req.headers['webhook-id']);
    if (!read.success || !/^[\w-]{1,80}$/.test(id) || Buffer.byteLength(text) > MOST) return refuse(res, 'bad-input');
    await transact(db, async (manager) => {
      const { affectedRows } = await changeIn(
        manager,
        'INSERT IGNORE INTO card_notice (id, came_at, body) VALUES (?, ?, ?)',
        [id, new Date(), text],
      );
      if (affectedRows === 0) return;
      const { key } = read.data.data;
      // Whoever charges a card is answered; the house is asked again only where that answer was lost.
      const runAt = clock.now() + (isCharge(key) ? ANSWERED_WITHIN : 0);
      await jobs.add(manager, { kind: 'lookAtPayment', runAt, payload: { key }, key: `notice:${id}` });
    });
    res.status(204).end();
  };
};
