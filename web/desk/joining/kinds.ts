/** Purpose: changing the kind of a field at the desk: what it begins with, and what of the one before it keeps. */
import { fieldKindOf, type FieldItem } from '../../../core/fields';
import { reader } from '../base/reader';

type Kind = FieldItem['of'];
type Chosen = Extract<Kind, { choices: unknown }>;

/** Kinds with an input that is empty until something is typed. */
export const takesText: ReadonlySet<string> = new Set([
  'shortText',
  'longText',
  'mail',
  'phone',
  'webAddress',
  'number',
  'colour',
]);

/** What a kind begins with; choices are kept between the kinds that have them. */
export function begunAs(kind: Kind['kind'], before: Kind): Kind {
  const begun = fieldKindOf({ kind }).begin(reader);
  return 'choices' in begun && 'choices' in before ? withChoicesOf(begun, before) : begun;
}

function withChoicesOf(begun: Chosen, { choices }: Chosen): Chosen {
  // Only where choices are shown by pictures do those go along.
  if (begun.kind === 'imageChoice') return { ...begun, choices: choices.slice(0, 12) };
  return { ...begun, choices: choices.map(({ id, label, idle }) => ({ id, label, ...(idle ? { idle } : {}) })) };
}
