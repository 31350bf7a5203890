/** Purpose: how a person is found and how values lie in typed columns. Pure, shared by the store and bulk loading. */
import type { Facts, FieldValue } from '../../core/facts';
import { foldWord } from '../platform/fold';

/** The words a search may begin with: of the name, the mail address, the number and short text answers. */
export function wordsOf(facts: Pick<Facts, 'name' | 'mail' | 'number' | 'fields'>): string[] {
  const texts = [
    facts.name ?? '',
    facts.mail ?? '',
    // The parts of the address that are a person's; a word such as “mail” of its domain would find everybody.
    (facts.mail ?? '').replace(/@.*/, '').replace(/[._+-]/g, ' '),
    (facts.mail ?? '').replace(/^.*@/, ''),
    facts.number === null ? '' : String(facts.number).padStart(4, '0'),
    ...Object.values(facts.fields).filter((value): value is string => typeof value === 'string' && value.length <= 20),
  ];
  return [...new Set(texts.flatMap(searchWords))];
}

/** What was typed, as words in small letters without accents. */
export function searchWords(text: string): string[] {
  return foldWord(text)
    .replace(/^no\.\s*(?=\d)/, '')
    .split(/[\s,;]+/)
    .map((word) => [...word].slice(0, 60).join(''))
    .filter((word) => word !== '');
}

export function valueColumns(value: FieldValue): { text: string | null; number: number | null } {
  if (typeof value === 'number') return { text: null, number: value };
  if (typeof value === 'boolean') return { text: null, number: value ? 1 : 0 };
  return { text: (Array.isArray(value) ? value.join(',') : value).slice(0, 190), number: null };
}
