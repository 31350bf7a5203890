/** Purpose: the currency of a site stays once money has moved in it: amounts are stored bare, and a receipt keeps what it says. */
import { rowsFrom } from '../platform/rows';
import type { DataSource, EntityManager } from 'typeorm';
import type { SetupFault, Setup } from '../../core/setup';
import { moneySays } from './money.sentences';

/** Whether anything has been asked for, paid or given. */
export async function moneyMoved(db: DataSource | EntityManager): Promise<boolean> {
  return (await rowsFrom<unknown>(db, 'SELECT 1 FROM payment WHERE amount > 0 LIMIT 1')).length > 0;
}

/** What is wrong with a set-up that would change the currency of money that has moved. */
export async function currencyStays(manager: EntityManager, before: Setup, after: Setup): Promise<SetupFault[]> {
  const { currency } = before.doc.site;
  if (after.doc.site.currency === currency || !(await moneyMoved(manager))) return [];
  return [{ where: 'site.currency', says: moneySays(before.doc.site).currencyStays({ currency }) }];
}
