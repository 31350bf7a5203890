/**
 * Purpose: the personal words of one viewer.
 */
import { currentTerm, toldUntil, type Facts } from '../facts';
import { showValue } from '../fields';
import {
  fieldOfChip,
  firstNameOf,
  listed,
  sayDate,
  sayGreeting,
  type ChipName,
  type ChipOf,
  type Instant,
  type WordSource,
} from '../kernel';
import type { PagesSetup } from './setup';

type Word = (facts: Facts, now: Instant, setup: PagesSetup) => string | null;

/** What can be known of anybody at any time; words about what just happened come with their message. */
const words: Record<ChipOf<'person' | 'site'>, Word> = {
  firstName: ({ name }) => (name ? firstNameOf(name) : null),
  fullName: ({ name }) => name,
  number: ({ number }) => (number === null ? null : String(number).padStart(4, '0')),
  level(facts, now, setup) {
    const term = currentTerm(facts, now);
    return term ? (setup.levels.get(term.level)?.title ?? null) : null;
  },
  termEnd(facts, now, setup) {
    const term = currentTerm(facts, now);
    const until = term ? toldUntil(term, now) : null;
    return until === null ? null : sayDate(until, setup.doc.site);
  },
  groups(facts, _now, setup) {
    const groups = facts.groups.flatMap((id) => setup.groups.get(id)?.title ?? []);
    return groups.length ? listed(groups, setup.doc.site) : null;
  },
  mail: ({ mail }) => mail,
  greeting: (_facts, now, setup) => sayGreeting(now, setup.doc.site),
  siteName: (_facts, _now, setup) => setup.doc.site.name,
};

/** Gives each chip its value from the facts, or null so that the fallback is used. */
export function wordsFor(facts: Facts, now: Instant, setup: PagesSetup): WordSource {
  return (chip: ChipName): string | null => {
    const id = fieldOfChip(chip);
    if (id === null) return (words as Partial<Record<ChipName, Word>>)[chip]?.(facts, now, setup) ?? null;
    const field = setup.fields.get(id);
    const value = facts.fields[id];
    return field && value !== undefined ? showValue(field.of, value, setup.doc.site) : null;
  };
}
