/** Purpose: the kind of field that nobody answers: it is made of the answers to other fields (`../computed.ts`). */
import { z } from 'zod';
import { refuse } from '../../kernel/result';
import { owners } from '../../kernel/sentences';
import { fieldOfChip } from '../../kernel/chips';
import { Words, chipsIn } from '../../kernel/words';
import { fieldsSays } from '../fields.sentences';
import { noLimits, shortTexts, textFacet, type FieldKindOf } from './kind';

/** One answer alone is copied; several, with text between them, are joined. */
const computedOf = z.strictObject({
  kind: z.literal('computed'),
  of: Words.refine((words) => chipsIn(words).some((chip) => fieldOfChip(chip) !== null), {
    error: fieldsSays(owners).computedOfNothing,
  }).refine((words) => chipsIn(words).every((chip) => fieldOfChip(chip) !== null), {
    error: fieldsSays(owners).computedOfFields,
  }),
});
export const computed: FieldKindOf<z.infer<typeof computedOf>> & { schema: typeof computedOf } = {
  schema: computedOf,
  title: (reader) => fieldsSays(reader).kindMadeOfAnswers,
  // Of nothing yet: which answers it is made of is chosen by whoever makes it.
  begin: () => ({ kind: 'computed', of: [] }),
  facet: textFacet,
  sample: () => null,
  // What it is made of names other fields, and is told where those are known.
  limits: noLimits,
  called: (_, reader) => fieldsSays(reader).kindComputed,
  missing: (_, reader) => fieldsSays(reader).notTyped,
  read: (_of, _raw, reader) => refuse(fieldsSays(reader).notTyped),
  show: (_, value) => String(value),
  brief: (_, value) => String(value),
  // Never shown: no form asks for it.
  input: () => ({ kind: 'text', long: false, longest: 0, autocomplete: 'off' }),
  found: shortTexts,
  holds: (_, role, reader) => (role === 'mail' ? fieldsSays(reader).mailNeedsMailField : null),
};
