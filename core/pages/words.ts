/**
 * Purpose: the personal words of one viewer.
 */
import { currentTerm, type Facts } from '../facts';
import { showValue } from '../fields';
import { firstNameOf, listed, partOfDay, sayDate, type ChipName, type Instant, type WordSource } from '../kernel';
import type { Setup } from '../setup';

/** Gives each chip its value from the facts, or null so that the fallback is used. */
export function wordsFor(facts: Facts, now: Instant, setup: Setup): WordSource {
  const site = setup.doc.site;
  return (chip: ChipName): string | null => {
    switch (chip) {
      case 'firstName':
        return facts.name ? firstNameOf(facts.name) : null;
      case 'fullName':
        return facts.name;
      case 'number':
        return facts.number === null ? null : String(facts.number).padStart(4, '0');
      case 'level': {
        const term = currentTerm(facts, now);
        return term ? (setup.levels.get(term.level)?.title ?? null) : null;
      }
      case 'termEnd': {
        const until = currentTerm(facts, now)?.until ?? null;
        return until === null ? null : sayDate(until, site);
      }
      case 'groups': {
        const groups = facts.groups.flatMap((id) => setup.groups.get(id)?.title ?? []);
        return groups.length ? listed(groups) : null;
      }
      case 'greeting':
        return `Good ${partOfDay(now, site)}`;
      case 'siteName':
        return site.name;
      case 'mail':
        return facts.mail;
      case 'code':
      case 'codeUntil':
      case 'sentAt':
      case 'waited':
      case 'link':
      case 'reason':
      case 'question':
      case 'memberName':
        return null;
      default: {
        const id = chip.slice('field:'.length);
        const field = setup.fields.get(id);
        const value = (facts.fields as Record<string, Facts['fields'][keyof Facts['fields']]>)[id];
        return field && value !== undefined ? showValue(field.of, value) : null;
      }
    }
  };
}
