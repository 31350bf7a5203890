/**
 * Purpose: the form of an entry, made of its board's fields: read, shown and told by the one form engine there is.
 */
import type { FieldItem, PartOfForm, PartsKnown } from '../fields';
import { FieldId, type Reader } from '../kernel';
import { boardsSay } from './boards.sentences';
import type { BoardField, BoardItem, BoardReply, Category } from './items';

/** The name under which the category is answered, beside the fields. */
export const CATEGORY = FieldId.parse('category');

/** Categories as they are chosen: each outer one before what stands within it. */
export function categoriesInOrder(categories: readonly Category[]): Category[] {
  const outer = categories.filter(({ within }) => !within);
  return outer.flatMap((one) => [one, ...categories.filter(({ within }) => within === one.id)]);
}

/** `Tools, clothing`: a category with the one it stands within; '' for one that is gone. */
export function categoryTitle(id: string | null, { categories }: Pick<BoardItem, 'categories'>): string {
  const found = categories.find((one) => one.id === id);
  if (!found) return '';
  const outer = categories.find((one) => one.id === found.within);
  return outer ? `${outer.title}, ${found.title}` : found.title;
}

/** A category and all within it. */
export const categoriesBeneath = (id: string, { categories }: Pick<BoardItem, 'categories'>): string[] => [
  id,
  ...categories.filter(({ within }) => within === id).map((one) => one.id),
];

/** The category as a question; null on a board without any. */
function categoryField(board: BoardItem, reader: Reader): BoardField | null {
  const offered = categoriesInOrder(board.categories).filter(({ retired }) => !retired);
  if (offered.length === 0) return null;
  return {
    id: CATEGORY,
    label: boardsSay(reader).category,
    of: { kind: 'oneChoice', choices: offered.map(({ id }) => ({ id, label: categoryTitle(id, board) })) },
    required: true,
    half: false,
    row: false,
    entry: false,
    search: false,
    filter: false,
  };
}

const fieldsOf = (board: BoardItem, reader: Reader): BoardField[] => {
  const category = categoryField(board, reader);
  const named = board.fields.findIndex(({ id }) => id === board.named);
  // One says what it is, then of which sort.
  return category
    ? [...board.fields.slice(0, named + 1), category, ...board.fields.slice(named + 1)]
    : [...board.fields];
};

const asItem = ({ id, label, help, placeholder, of }: BoardField): FieldItem => ({
  id,
  label,
  ...(help ? { help } : {}),
  ...(placeholder ? { placeholder } : {}),
  of,
  seenBy: 'members',
  changedBy: 'member',
});

const asPart = ({ id, required, half, when, fills }: BoardField): PartOfForm => ({
  part: 'field',
  field: id,
  required,
  half,
  ...(when ? { when } : {}),
  ...(fills ? { start: { from: 'profile' } } : {}),
});

export type EntryForm = { readonly parts: readonly PartOfForm[]; readonly known: PartsKnown };

const formOf = (fields: readonly BoardField[], site: Reader): EntryForm => ({
  parts: fields.map(asPart),
  known: { fields: new Map(fields.map((field) => [field.id, asItem(field)])), topics: new Map(), doc: { site } },
});

/** The form of an entry as the engine reads it. The same board gives the same form. */
export function formOfBoard(board: BoardItem, site: Reader): EntryForm {
  let form = made.get(board);
  if (!form) made.set(board, (form = formOf(fieldsOf(board, site), site)));
  return form;
}

/** The form of a reply. */
export function formOfReply(reply: BoardReply, site: Reader): EntryForm {
  let form = made.get(reply);
  if (!form) made.set(reply, (form = formOf(reply.fields, site)));
  return form;
}
const made = new WeakMap<object, EntryForm>();
