/** Purpose: ready forms to begin from, made of the fields there are. */
import { facetOf, isAnswered, type FieldItem, type PartOfForm } from '../fields';
import { type AnyForm } from '../forms';
import { PathId } from '../kernel';
import type { Setup } from '../setup';
import { readySays } from './ready.sentences';

/** What a form may begin as. */
export const readyFormNames = ['signup', 'application', 'followUp', 'blank'] as const;
export type ReadyFormName = (typeof readyFormNames)[number];

type Named = Pick<AnyForm, 'id' | 'address' | 'title'>;

/**
 * - *signup* asks what an account needs;
 * - *application* all that members may tell of themselves beside it, and what is to be agreed to;
 * - *followUp* puts what members may change to everybody inside;
 * - *blank* says its title.
 */
export function readyForm(name: ReadyFormName, named: Named, { doc }: Setup): AnyForm {
  const says = readySays(doc.site);
  const fields = doc.fields.filter(({ retired, of }) => !retired && isAnswered(of));
  const ask = ({ id }: FieldItem, required: boolean): PartOfForm => ({
    part: 'field',
    field: id,
    required,
    half: false,
  });
  const account = [
    ...fields.filter(({ role }) => role).map((field) => ask(field, true)),
    { part: 'password', label: says.choosePassword, half: false } as const,
  ];
  const told = fields.filter(
    ({ role, of, changedBy }) => !role && facetOf(of).is !== 'agreement' && changedBy === 'member',
  );
  const agreed = fields.filter(({ of }) => facetOf(of).is === 'agreement').map((field) => ask(field, true));
  const path = doc.paths.find(({ retired }) => !retired)?.id ?? PathId.parse('path');
  const signup = { purpose: { is: 'signup', path }, sendLabel: says.sendApplication } as const;
  const heading = { part: 'heading', text: named.title } as const;
  const parts = (list: readonly PartOfForm[]): PartOfForm[] => (list.length ? [...list] : [heading]);
  switch (name) {
    case 'signup':
      return { ...named, ...signup, parts: account };
    case 'application':
      return { ...named, ...signup, parts: [...account, ...told.map((field) => ask(field, false)), ...agreed] };
    case 'followUp':
      return {
        ...named,
        purpose: { is: 'followUp', audience: { fact: 'standing', is: ['admitted'] }, grants: [] },
        sendLabel: says.sendIt,
        // As the profile has it: who sends it again mends it.
        parts: parts(told.map((field) => ({ ...ask(field, false), start: { from: 'profile' } }) as PartOfForm)),
      };
    case 'blank':
      return { ...named, ...signup, parts: [heading] };
  }
}
