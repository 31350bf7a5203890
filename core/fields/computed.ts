/**
 * Purpose: fields that nobody answers, made of the answers to others: one copied, or several joined with text between.
 * Invariant: a computed field is made of answers alone, never of another computed field, so that there is no order in
 * which they would have to be made and no circle.
 */
import type { FieldValue } from '../facts';
import { fieldOfChip } from '../kernel/chips';
import type { FieldId } from '../kernel/ids';
import type { Reader } from '../kernel/sentences';
import { chipsIn, type Words } from '../kernel/words';
import { oneLine } from './clean';
import { nameFault } from './faults';
import type { FieldItem } from './items';
import { isWords } from './facets';
import { facetOf, isAnswered } from './kinds';
import { showValue } from './show';

type Known = { readonly fields: ReadonlyMap<string, FieldItem>; readonly doc: { readonly site: Reader } };
type Values = Readonly<Record<string, FieldValue>>;

const LONGEST = 500;

/** The fields a computed one is made of, in its order. */
export const sourcesOf = ({ of }: Pick<FieldItem, 'of'>): FieldId[] =>
  of.kind === 'computed' ? chipsIn(of.of).flatMap((chip) => fieldOfChip(chip) ?? []) : [];

/** Whether a field's answers may go into a computed one: they are typed, and are words by themselves. */
export const mayBeSource = ({ of, role }: FieldItem): boolean => !role && isAnswered(of) && isWords(facetOf(of));

type Computed = { readonly id: FieldId; readonly role: FieldItem['role']; readonly of: Words };
const found = new WeakMap<ReadonlyMap<string, FieldItem>, readonly Computed[]>();

/** The computed fields of a set-up, looked for once: each form that is read asks for them, and most sites have none. */
function computedIn(fields: ReadonlyMap<string, FieldItem>): readonly Computed[] {
  let list = found.get(fields);
  if (!list) {
    list = [...fields.values()].flatMap(({ id, role, retired, of }) =>
      of.kind === 'computed' && !retired ? [{ id, role, of: of.of }] : [],
    );
    found.set(fields, list);
  }
  return list;
}

/** Whether any field is made of others. */
export const computesAny = (fields: ReadonlyMap<string, FieldItem>): boolean => computedIn(fields).length > 0;

/**
 * What all computed fields hold by these answers; null for one whose sources are all unanswered.
 * @returns `name` apart, where the person's name is made so; undefined where it is not
 */
export function computedBy(
  answers: Values,
  known: Known,
): { readonly name: string | null | undefined; readonly fields: Readonly<Record<string, string | null>> } {
  const fields: Record<string, string | null> = {};
  let name: string | null | undefined;
  for (const { id, role, of } of computedIn(known.fields)) {
    const value = joined(of, answers, known);
    if (role === 'name') name = value;
    else fields[id] = value;
  }
  return { name, fields };
}

/**
 * What is wrong with a name that is made of answers, told of the first of them that was sent just now; null where it is
 * right, or no name is made.
 */
export function madeNameFault(
  answers: Values,
  sent: readonly string[],
  known: Known,
): { readonly at: string; readonly label: string; readonly says: string } | null {
  const holder = computedIn(known.fields).find(({ role }) => role === 'name');
  const { name } = holder ? computedBy(answers, known) : { name: null };
  const says = name ? nameFault(name, known.doc.site) : null;
  if (!holder || !says) return null;
  const sources = chipsIn(holder.of).flatMap((chip) => fieldOfChip(chip) ?? []);
  const at = sent.find((id) => sources.includes(id as FieldId));
  return at === undefined ? null : { at, label: known.fields.get(at)?.label ?? at, says };
}

/** The answers with all computed ones as they are by them. */
export function withComputed<V extends Values>(answers: V, known: Known): V {
  const { fields } = computedBy(answers, known);
  if (Object.keys(fields).length === 0) return answers;
  const whole: Record<string, FieldValue> = { ...answers };
  for (const [id, value] of Object.entries(fields)) {
    if (value === null) delete whole[id];
    else whole[id] = value;
  }
  return whole as V;
}

/**
 * The text between two answers belongs to the latter: where there is none it is left out, so that no comma stands at an
 * end. Of what stands before the first answer and behind the last nothing is left out.
 */
function joined(words: Words, answers: Values, known: Known): string | null {
  if (typeof words === 'string') return null;
  let [out, between, answered, asked] = ['', '', false, false];
  for (const piece of words) {
    if (typeof piece === 'string') {
      between += piece;
      continue;
    }
    const value = valueOf(fieldOfChip(piece.chip) ?? '', answers, known);
    const said = value ?? piece.or;
    answered ||= value !== null;
    if (said !== '') {
      out += (out === '' && asked ? '' : between) + said;
      between = '';
    } else if (asked) between = '';
    asked = true;
  }
  return answered ? oneLine(out + between).slice(0, LONGEST) || null : null;
}

function valueOf(id: string, answers: Values, { fields, doc }: Known): string | null {
  const field = fields.get(id);
  const value = answers[id];
  if (!field || !mayBeSource(field) || value === undefined || value === '') return null;
  return showValue(field.of, value, doc.site);
}
