/**
 * Purpose: the first start of a site: its owner's account and a plain set-up.
 * Invariant: both are made in one transaction, once. Of two people who begin in the same instant one becomes the
 * owner and the other is told so; a crash in between leaves nothing half made.
 */
import type { DataSource } from 'typeorm';
import { readMail } from '../../core/fields';
import { ok, owners, refuse, type Result } from '../../core/kernel';
import { starterSetup } from '../../core/ready';
import { makeSetup } from '../../core/setup';
import { isDuplicate, transact } from '../platform/database';
import type { SiteClock } from '../platform/clock';
import type { SetupStore } from '../setup';
import { hashPassword, ownWords, weakness } from './passwords';
import type { Staff } from './staff.service';
import { accountsSays } from './accounts.sentences';

/** No site is there yet whose language could be known. */
const says = accountsSays(owners);

export type Beginning = {
  readonly siteName: string;
  readonly name: string;
  readonly mail: string;
  readonly password: string;
};

export type BeginningRefusal =
  | { readonly code: 'already-done' }
  | { readonly code: 'form-faults'; readonly faults: { at: string; label: string; says: string }[] };

export class FirstRun {
  constructor(
    private readonly db: DataSource,
    private readonly staff: Staff,
    private readonly setups: SetupStore,
    private readonly clock: SiteClock,
  ) {}

  /** @returns the owner's mail address as it was stored, or why nothing was made */
  async begin({ siteName, name, ...typed }: Beginning): Promise<Result<string, BeginningRefusal>> {
    if (await this.staff.anybody()) return refuse({ code: 'already-done' });
    const mail = readMail(typed.mail, owners);
    const weak = await weakness(typed.password, ownWords(name, typed.mail, siteName, 'Admissa'), owners);
    const faults = [
      ...(siteName ? [] : [{ at: 'siteName', label: says.siteName, says: says.writeSiteName }]),
      ...(name ? [] : [{ at: 'name', label: says.yourName, says: says.writeYourName }]),
      ...(mail.ok ? [] : [{ at: 'mail', label: says.mail, says: mail.refusal }]),
      ...(weak ? [{ at: 'password', label: says.password, says: weak }] : []),
    ];
    if (!mail.ok || faults.length) return refuse({ code: 'form-faults', faults });
    const made = makeSetup(starterSetup(siteName, mail.value));
    if (!made.ok) throw new Error(`The plain set-up has a hole: ${JSON.stringify(made.refusal)}`);
    const passwordHash = await hashPassword(typed.password);
    try {
      const first = await transact(this.db, async (manager) => {
        // One at a time: the row is there since the product was started, and held until the owner is in.
        await manager.query('SELECT id FROM site_secret FOR UPDATE');
        // Asked again here: somebody may have begun while the password was weighed.
        if (await this.staff.anybody(manager)) return false;
        const draft = await this.setups.replaceDraft(made.value.doc, manager);
        const about = { note: says.firstSetup, author: name, at: this.clock.now(), draft };
        const published = await this.setups.publish(about, manager);
        if (!published.ok) throw new Error(`The plain set-up has a hole: ${JSON.stringify(published.refusal)}`);
        await this.staff.add({ name, mail: mail.value, parts: ['owner', 'reviewer'], passwordHash }, manager);
        return true;
      });
      if (!first) return refuse({ code: 'already-done' });
    } catch (error) {
      // The other's set-up has taken the same keys: theirs was first.
      if (isDuplicate(error)) return refuse({ code: 'already-done' });
      throw error;
    }
    return ok(mail.value);
  }
}
