/** Purpose: what forms add to the set-up, and what of one they read. */
import { referencesOfGrants } from '../doors/grant';
import { referencesOfRule } from '../doors/rule';
import type { DoorsSetup } from '../doors/setup';
import { fieldsAsked, partKindOf, type PartOfForm } from '../fields';
import { listKind, referencesOfChips, referencesOfWords, referencesAt, type Reference, type SetupOf } from '../kernel';
import { AnyForm } from './items';
import { rulesOfForm } from './rules';

function purposeRefs(form: AnyForm): Reference[] {
  const { purpose } = form;
  const own: Reference[] =
    purpose.is === 'signup'
      ? [{ at: 'purpose.path', kind: 'paths', id: purpose.path }]
      : purpose.is === 'followUp'
        ? referencesAt('purpose', referencesOfGrants(purpose.grants))
        : [];
  return [...own, ...rulesOfForm(form).flatMap(({ at, rule }) => referencesAt(at, referencesOfRule(rule)))];
}

const partRefs = (part: PartOfForm): Reference[] => [
  ...partKindOf(part).references(part),
  ...referencesOfChips(partKindOf(part).chips(part)),
  ...(part.when ? fieldsAsked(part.when) : []).map((id): Reference => ({ at: 'when', kind: 'fields', id })),
];

export const formKinds = {
  form: listKind({
    schema: AnyForm,
    list: 'forms',
    since: 1,
    area: 'joining',
    references: (form): Reference[] => [
      ...purposeRefs(form),
      ...(form.places?.waitingList
        ? (['waiting', 'free'] as const).map((at): Reference => ({
            at: `places.waitingList.${at}`,
            kind: 'messages',
            id: form.places!.waitingList![at],
          }))
        : []),
      ...(form.inviting ? [{ at: 'inviting', kind: 'messages', id: form.inviting } as const] : []),
      ...(form.after?.then === 'page' ? [{ at: 'after', kind: 'pages', id: form.after.page } as const] : []),
      ...(form.after?.then === 'words' ? referencesOfWords('after', form.after.text) : []),
      ...(form.letters ?? []).flatMap((letter, at): Reference[] => [
        { at: `letters.${at}`, kind: 'messages', id: letter.message },
        ...(letter.answers ?? []).map((id): Reference => ({ at: `letters.${at}.answers`, kind: 'fields', id })),
      ]),
      ...(form.hooks ?? []).flatMap(({ answers = [] }, at) =>
        answers.map((id): Reference => ({ at: `hooks.${at}.answers`, kind: 'fields', id })),
      ),
      ...referencesOfWords('intro', form.intro),
      ...form.parts.flatMap((part, at) => referencesAt(`parts.${at}`, partRefs(part))),
    ],
    money: ({ hooks }) => (Array.isArray(hooks) && hooks.length ? hooks : null),
  }),
};

export type FormsSetup = DoorsSetup & SetupOf<typeof formKinds>;
