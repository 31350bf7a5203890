/** Purpose: the kinds of field that hold one or several of the answers offered. */
import { z } from 'zod';
import { ok, refuse } from '../../kernel/result';
import { Address, Title } from '../../kernel/texts';
import { listed, owners } from '../../kernel/sentences';
import { fieldsSays } from '../fields.sentences';
import { choiceFacet, holdsNothing, noLimits, twoChoices, type FieldKindOf } from './kind';

const choices = z
  .array(
    z.strictObject({
      id: Address,
      label: Title,
      /** Choosing it has no consequence, and is meant to have none. */
      idle: z.boolean().optional(),
    }),
  )
  .min(2)
  .max(60)
  .refine((list) => new Set(list.map(({ id }) => id)).size === list.length, {
    error: fieldsSays(owners).sameAnswerId,
  });
type Choices = z.infer<typeof choices>;

const labelOf = (offered: Choices, id: unknown): string =>
  offered.find((choice) => choice.id === id)?.label ?? String(id);

/** One of the answers offered, each shown by a picture that the set-up holds itself, so that it goes wherever that goes. */
const imageChoiceOf = z.strictObject({
  kind: z.literal('imageChoice'),
  choices: z
    .array(
      z.strictObject({
        id: Address,
        label: Title,
        idle: z.boolean().optional(),
        /** A small one, as the server has made it. Until there is one the label stands alone. */
        picture: z
          .string()
          .regex(/^data:image\/webp;base64,[A-Za-z0-9+/]+={0,2}$/)
          .max(24_000)
          .optional(),
      }),
    )
    .min(2)
    .max(12)
    .refine((list) => new Set(list.map(({ id }) => id)).size === list.length, {
      error: fieldsSays(owners).sameAnswerId,
    }),
});

const oneChoiceOf = z.strictObject({ kind: z.literal('oneChoice'), choices });
export const oneChoice: FieldKindOf<z.infer<typeof oneChoiceOf>> & { schema: typeof oneChoiceOf } = {
  schema: oneChoiceOf,
  title: (reader) => fieldsSays(reader).kindOneChoice,
  begin: (reader) => ({ kind: 'oneChoice', choices: twoChoices(reader) }),
  facet: choiceFacet,
  sample: ({ choices: [one] }) => one!.id,
  limits: noLimits,
  called: ({ choices }, reader) => fieldsSays(reader).kindOne({ count: choices.length }),
  missing: (_, reader) => fieldsSays(reader).chooseAnswer,
  read: (of, raw, reader) =>
    of.choices.some(({ id }) => id === raw) ? ok(String(raw)) : refuse(fieldsSays(reader).chooseOffered),
  show: (of, value) => labelOf(of.choices, value),
  brief: (of, value) => labelOf(of.choices, value),
  input: (of) => ({ kind: 'oneChoice', choices: of.choices.map(({ id, label }) => ({ id, label })) }),
  // By its label people would look, and the id is nobody's word.
  found: () => [],
  holds: holdsNothing,
};

const severalChoicesOf = z.strictObject({ kind: z.literal('severalChoices'), choices });
export const severalChoices: FieldKindOf<z.infer<typeof severalChoicesOf>> & { schema: typeof severalChoicesOf } = {
  schema: severalChoicesOf,
  title: (reader) => fieldsSays(reader).kindSeveralChoices,
  begin: (reader) => ({ kind: 'severalChoices', choices: twoChoices(reader) }),
  facet: ({ choices }) => ({ is: 'choices', ids: choices.map(({ id }) => id), choices: () => choices }),
  sample: ({ choices: [one] }) => [one!.id],
  limits: noLimits,
  called: ({ choices }, reader) => fieldsSays(reader).kindSeveral({ count: choices.length }),
  missing: (_, reader) => fieldsSays(reader).chooseAnswer,
  read(of, raw, reader) {
    const chosen = Array.isArray(raw) ? [...new Set(raw)] : [String(raw)];
    return chosen.every((id) => of.choices.some((choice) => choice.id === id))
      ? ok(chosen)
      : refuse(fieldsSays(reader).chooseFromOffered);
  },
  show: (of, value, reader) =>
    listed(
      (Array.isArray(value) ? value : [String(value)]).map((id) => labelOf(of.choices, id)),
      reader,
    ),
  brief: (of, value, reader) => severalChoices.show(of, value, reader),
  input: (of) => ({ kind: 'severalChoices', choices: of.choices.map(({ id, label }) => ({ id, label })) }),
  found: () => [],
  holds: holdsNothing,
};

export const imageChoice: FieldKindOf<z.infer<typeof imageChoiceOf>> & { schema: typeof imageChoiceOf } = {
  schema: imageChoiceOf,
  title: (reader) => fieldsSays(reader).kindImageChoice,
  begin: (reader) => ({ kind: 'imageChoice', choices: twoChoices(reader) }),
  facet: choiceFacet,
  sample: ({ choices: [one] }) => one!.id,
  limits: noLimits,
  called: ({ choices }, reader) => fieldsSays(reader).kindImages({ count: choices.length }),
  missing: (_, reader) => fieldsSays(reader).chooseAnswer,
  read: ({ choices }, raw, reader) => oneChoice.read({ kind: 'oneChoice', choices }, raw, reader),
  show: (of, value) => labelOf(of.choices, value),
  brief: (of, value) => labelOf(of.choices, value),
  input: (of) => ({
    kind: 'imageChoice',
    choices: of.choices.map(({ id, label, picture }) => ({ id, label, picture: picture ?? null })),
  }),
  found: () => [],
  holds: holdsNothing,
};
