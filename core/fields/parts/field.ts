/** Purpose: the part of a form that asks for a profile field, or sets it. */
import { z } from 'zod';
import type { FieldValue } from '../../facts';
import { FieldId } from '../../kernel/ids';
import { Address, Text, Title } from '../../kernel/texts';
import { owners } from '../../kernel/sentences';
import { AnswerRule } from '../answerRule';
import { addressedAs } from '../facets';
import { nameFault } from '../faults';
import { fieldsSays } from '../fields.sentences';
import type { FieldItem } from '../items';
import { facetOf, fieldKindOf, isAnswered, type RawAnswer } from '../kinds';
import type { FieldQuestion } from '../question';
import { readAnswer, typedOf } from '../read';
import { joinedOf } from '../show';
import { asksNothing, plainQuestion, type Beforehand, type PartKind, type PartsKnown } from './kind';

/** What an answer is before anybody types: always the same, a named value of the address, or what the profile holds. */
export const StartsWith = z.discriminatedUnion('from', [
  z.strictObject({
    from: z.literal('constant'),
    value: z.union([z.string().max(4000), z.number(), z.boolean(), z.array(z.string().max(200)).max(60)]),
  }),
  z.strictObject({ from: z.literal('query'), name: Address }),
  z.strictObject({ from: z.literal('profile') }),
]);
export type StartsWith = z.infer<typeof StartsWith>;

const fieldOf = z
  .strictObject({
    part: z.literal('field'),
    field: FieldId,
    label: Title.optional(),
    help: Text.optional(),
    required: z.boolean().default(false),
    half: z.boolean().default(false),
    start: StartsWith.optional(),
    /** Not shown: the form sets it. */
    hidden: z.boolean().optional(),
    when: AnswerRule.optional(),
  })
  .superRefine(({ hidden, start }, context) => {
    if (hidden && start?.from !== 'constant' && start?.from !== 'query')
      context.addIssue({ code: 'custom', path: ['hidden'], message: fieldsSays(owners).hiddenNeedsSource });
  });
type FieldPart = z.infer<typeof fieldOf>;

const fieldFor = (part: FieldPart, known: PartsKnown): FieldItem | null => {
  const field = known.fields.get(part.field);
  if (!field || field.retired || !isAnswered(field.of)) return null;
  // Nobody agrees to what they were not shown.
  return facetOf(field.of).is === 'agreement' && part.hidden ? null : field;
};

/** What the form itself sets, whatever is sent. */
const setBy = ({ hidden, start }: FieldPart): RawAnswer =>
  hidden && start?.from === 'constant' ? start.value : undefined;

/** What stands there beforehand; what the field would not take is left out. */
function startOf(part: FieldPart, field: FieldItem, known: PartsKnown, from: Beforehand): FieldQuestion['start'] {
  if (!part.start) return null;
  // What somebody has kept is theirs to see, whatever the field would take today.
  const typed = (value: FieldValue | null) => (value === null ? null : typedOf(field.of, value));
  if (part.start.from === 'profile') return typed(from.profile(part.field));
  const { start } = part;
  // A box that is ticked beforehand is no agreement.
  if (facetOf(field.of).is === 'agreement') return null;
  const raw = start.from === 'constant' ? start.value : fromAddress(field.of, from.query(start.name));
  const read = readAnswer(field, raw, false, known.doc.site);
  return read.ok ? typed(read.value) : null;
}

const fromAddress = (of: FieldItem['of'], text: string | null): RawAnswer =>
  text === null ? null : addressedAs(text, facetOf(of));

export const field: PartKind<FieldPart> & { schema: typeof fieldOf } = {
  ...asksNothing,
  schema: fieldOf,
  references: (part) => [{ at: '', kind: 'fields', id: part.field }],
  facet(part, { fields }) {
    const of = fields.get(part.field)?.of;
    return of ? facetOf(of).is : 'text';
  },
  name: (part) => part.field,
  title: (part, { fields }) => part.label ?? fields.get(part.field)?.label ?? part.field,
  asked: ({ required, hidden }) => (hidden ? null : required ? 'must' : 'may'),

  question(part, _at, known, from) {
    const field = fieldFor(part, known);
    if (!field || setBy(part) !== undefined) return null;
    const role = field.role ?? null;
    return plainQuestion({
      name: part.field,
      label: part.label ?? field.label,
      help: part.help ?? field.help ?? null,
      placeholder: field.placeholder ?? null,
      required: part.required,
      half: part.half,
      hidden: part.hidden ?? false,
      start: startOf(part, field, known, from),
      when: part.when ?? null,
      of: field.of as FieldQuestion['of'],
      role,
      input: fieldKindOf(field.of).input(field.of, role, known.doc.site),
    });
  },

  read(part, raw, into, known) {
    const field = fieldFor(part, known);
    if (!field) return null;
    const { hidden = false } = part;
    const { of, role } = field;
    const set = hidden ? setBy(part) : undefined;
    const sent = set ?? raw[part.field];
    // On a form one agrees to what is shown there, by a tick.
    const given = facetOf(of).is === 'agreement' ? sent === true : sent;
    const read = readAnswer(field, given, part.required && !hidden, known.doc.site);
    if (!read.ok) {
      // What is not shown cannot be mended by whoever sends the form.
      if (!hidden) into.faults.push({ at: part.field, label: part.label ?? field.label, says: read.refusal });
      return null;
    }
    const { value } = read;
    if (value === null) return null;
    if (role === undefined || typeof value !== 'string') into.fields[part.field] = value;
    else if (role === 'mail') into.mail = value;
    else {
      into.name = value;
      const fault = nameFault(value, known.doc.site);
      if (fault) into.faults.push({ at: part.field, label: part.label ?? field.label, says: fault });
    }
    return set === undefined ? value : null;
  },

  says(part, given, { fields, doc }) {
    const field = fields.get(part.field);
    if (!field) return null;
    const value: FieldValue | undefined =
      field.role === 'name' ? given.name : field.role === 'mail' ? given.mail : given.fields[part.field];
    return value === undefined
      ? { label: field.label, value: fieldsSays(doc.site).notAnswered }
      : joinedOf(field, value, doc.site);
  },
};
