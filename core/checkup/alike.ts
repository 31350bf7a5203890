/** Purpose: what people cannot tell apart, since it is called the same; and pages that hold nothing. */
import type { Setup } from '../setup';
import { checkupSays } from './checkup.sentences';
import type { Check, Found } from './finding';

type Named = { readonly id: string; readonly name: string };

/** Each that is called as one before it, with that one. Capitals and blanks tell nothing apart for whoever reads. */
function alike<T extends Named>(all: readonly T[]): (readonly [T, T])[] {
  const first = new Map<string, T>();
  return all.flatMap((one): (readonly [T, T])[] => {
    const key = one.name.trim().replace(/\s+/g, ' ').toLowerCase();
    const before = first.get(key);
    if (before) return [[before, one]];
    first.set(key, one);
    return [];
  });
}
const inUse = <T extends { readonly retired?: boolean | undefined }>(all: readonly T[]): T[] =>
  all.filter(({ retired }) => !retired);
const misleads = (kind: Found['kind'], id: string, at: string, words: Pick<Found, 'says' | 'why' | 'mend'>): Found => ({
  kind,
  id,
  at,
  grave: 'misleads',
  blocks: false,
  ...words,
});

/** Two fields, pages, levels or groups of one name. */
export const calledAlike: Check = (setup: Setup) => {
  const { doc } = setup;
  const says = checkupSays(doc.site);
  const lists = [
    ['field', inUse(doc.fields).map(({ id, label }) => ({ id, name: label })), 'label'],
    ['page', inUse(doc.pages).map(({ id, title }) => ({ id, name: title })), 'title'],
    ['level', inUse(doc.levels).map(({ id, title }) => ({ id, name: title })), 'title'],
    ['group', inUse(doc.groups).map(({ id, title }) => ({ id, name: title })), 'title'],
  ] as const;
  return lists.flatMap(([kind, all, at]) =>
    alike<Named>(all).map(([, { id, name }]) =>
      misleads(kind, id, at, {
        says: says.calledAlike({ name }),
        why: says.calledAlikeWhy,
        mend: says.calledAlikeMend,
      }),
    ),
  );
};

/** Two answers of one question that read the same. */
export const choicesAlike: Check = ({ doc }) => {
  const says = checkupSays(doc.site);
  return inUse(doc.fields).flatMap(({ id, label: field, of }) =>
    alike('choices' in of ? of.choices.map((one) => ({ id: one.id, name: one.label })) : []).map(([, { name }]) =>
      misleads('field', id, 'of.choices', {
        says: says.choicesAlike({ field, choice: name }),
        why: says.choicesAlikeWhy,
        mend: says.choicesAlikeMend,
      }),
    ),
  );
};

/** A page without anything on it. */
export const pageEmpty: Check = ({ doc }) => {
  const says = checkupSays(doc.site);
  return inUse(doc.pages)
    .filter(({ blocks }) => blocks.length === 0)
    .map(({ id, title }) =>
      misleads('page', id, 'blocks', {
        says: says.pageEmpty({ page: title }),
        why: says.pageEmptyWhy,
        mend: says.pageEmptyMend,
      }),
    );
};
