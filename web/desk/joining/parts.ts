/** Purpose: the parts of a form as a list that can be ordered: what each is called and by which id it is known. */
import { nameOfPart, type FieldItem, type SignupPart } from '../../../core/fields';
import type { Setup } from '../../../core/setup';
import { joiningSays } from './joining.sentences';
import { reader } from '../reader';

const says = joiningSays(reader);

export type Question = { readonly id: string; readonly part: SignupPart; readonly at: number };

/** Parts without a name of their own are known by how many of their sort came before. */
export function questionsOf(parts: readonly SignupPart[]): Question[] {
  const seen = new Map<string, number>();
  return parts.map((part, at) => {
    const base = nameOfPart(part) ?? part.part;
    const before = seen.get(base) ?? 0;
    seen.set(base, before + 1);
    return { id: before === 0 && part.part !== 'heading' ? base : `${base}-${before + 1}`, part, at };
  });
}

export function titleOf(part: SignupPart, setup: Setup | null): string {
  switch (part.part) {
    case 'field':
      return setup?.fields.get(part.field)?.label ?? part.field;
    case 'heading':
      return part.text;
    case 'agreement':
      return part.title ?? part.label;
    case 'password':
    case 'topics':
      return part.label;
  }
}

/** `must`, `may`, or nothing for what asks nothing. */
export function askedHow(part: SignupPart): string {
  switch (part.part) {
    case 'field':
      return part.required ? says.must : says.may;
    case 'password':
    case 'agreement':
      return says.must;
    case 'topics':
      return says.may;
    case 'heading':
      return '';
  }
}

/** The fields that may be put on a form, and whether they are on it. */
export const shelfOf = (fields: readonly FieldItem[], parts: readonly SignupPart[]) =>
  fields
    .filter(({ retired }) => !retired)
    .map((field) => ({ field, placed: parts.some((part) => part.part === 'field' && part.field === field.id) }));
