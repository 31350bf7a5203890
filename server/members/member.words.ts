/** Purpose: how a person is found and how values lie in typed columns. Pure, shared by the store and bulk loading. */
import type { Facts } from '../../core/facts';
import { fieldKindOf, type FieldItem } from '../../core/fields';
import { foldWord } from '../../core/kernel/fold';

type Fields = { readonly fields: ReadonlyMap<string, FieldItem> };

/** The words a search may begin with: of the name, the mail address, the number and short text answers. */
export function wordsOf(facts: Pick<Facts, 'name' | 'mail' | 'number' | 'fields'>, { fields }: Fields): string[] {
  const texts = [
    facts.name ?? '',
    facts.mail ?? '',
    // The parts of the address that are a person's; a word such as “mail” of its domain would find everybody.
    (facts.mail ?? '').replace(/@.*/, '').replace(/[._+-]/g, ' '),
    (facts.mail ?? '').replace(/^.*@/, ''),
    facts.number === null ? '' : String(facts.number).padStart(4, '0'),
    ...Object.entries(facts.fields).flatMap(([id, value]) => {
      const field = fields.get(id);
      return field ? fieldKindOf(field.of).found(value) : [];
    }),
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
