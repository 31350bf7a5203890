/** Purpose: what the terms of a level are reckoned by, as the set-up has it. */
import type { TermRules } from '../money';
import type { Setup } from './setup';

export const termRules = (level: string, { doc, levels }: Setup): TermRules => ({
  zone: doc.site.zone,
  money: doc.money,
  rate: levels.get(level)?.tax ?? null,
  prices: levels.get(level)?.prices ?? [],
});
