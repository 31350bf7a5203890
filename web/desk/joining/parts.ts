/** Purpose: the parts of a form as a list that can be ordered: what each is called and by which id it is known. */
import { isAnswered, nameOfPart, partKindOf, type FieldItem, type PartOfForm } from '../../../core/fields';
import type { Setup } from '../../../core/setup';
import { joiningSays } from './joining.sentences';
import { reader } from '../base/reader';

const says = joiningSays(reader);

export type Question = { readonly id: string; readonly part: PartOfForm; readonly at: number };

/** Parts without a name of their own are known by how many of their sort came before. */
export function listOf(parts: readonly PartOfForm[]): Question[] {
  const seen = new Map<string, number>();
  return parts.map((part, at) => {
    const base = nameOfPart(part) ?? part.part;
    const before = seen.get(base) ?? 0;
    seen.set(base, before + 1);
    return { id: before === 0 && nameOfPart(part) !== null ? base : `${base}-${before + 1}`, part, at };
  });
}

export const titleOf = (part: PartOfForm, setup: Setup | null): string =>
  setup ? partKindOf(part).title(part, setup) : (nameOfPart(part) ?? '');

/** `must`, `may, if`, or nothing for what asks nothing. */
export function askedHow(part: PartOfForm): string {
  const asked = partKindOf(part).asked(part);
  const how = {
    must: says.must,
    may: says.may,
    none: part.part === 'field' ? says.setByForm : part.part === 'page' ? says.newPage : '',
  }[asked ?? 'none'];
  return part.when ? says.onCondition({ asked: how }) : how;
}

/** The fields that a part may ask about: those asked before it, and seen. */
export const askedBefore = (fields: readonly FieldItem[], parts: readonly PartOfForm[], at: number): FieldItem[] =>
  parts.slice(0, at).flatMap((part) => {
    if (part.part !== 'field' || (part.hidden && part.start?.from === 'constant')) return [];
    return fields.filter(({ id, retired }) => id === part.field && !retired);
  });

/** The fields that a form can ask for, and whether it does. */
export const shelfOf = (fields: readonly FieldItem[], parts: readonly PartOfForm[]) =>
  fields
    .filter(({ retired, of }) => !retired && isAnswered(of))
    .map((field) => ({ field, placed: parts.some((part) => part.part === 'field' && part.field === field.id) }));
