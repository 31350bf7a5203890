/** Purpose: the inputs a form is made of, as the browser needs to know them. */
import { z } from 'zod';

const Choice = z.object({ id: z.string(), label: z.string() });

export const FieldInput = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('text'), long: z.boolean(), longest: z.number(), autocomplete: z.string() }),
  z.object({ kind: z.literal('mail') }),
  z.object({ kind: z.literal('password'), least: z.number() }),
  z.object({ kind: z.literal('number'), least: z.number().nullable(), most: z.number().nullable() }),
  z.object({ kind: z.literal('date'), earliest: z.string().nullable(), latest: z.string().nullable() }),
  z.object({ kind: z.literal('dateRange'), earliest: z.string().nullable(), latest: z.string().nullable() }),
  z.object({ kind: z.literal('colour') }),
  z.object({ kind: z.literal('yesNo') }),
  z.object({ kind: z.literal('oneChoice'), choices: z.array(Choice) }),
  z.object({ kind: z.literal('severalChoices'), choices: z.array(Choice) }),
  z.object({
    kind: z.literal('imageChoice'),
    choices: z.array(Choice.extend({ picture: z.string().nullable() })),
  }),
  /** `most`: the largest file that is taken, in bytes. The answer is the id under which it is kept. */
  z.object({ kind: z.literal('picture'), most: z.number() }),
  /** `agree`: the words beside the box; the question's label stands above the text. */
  z.object({ kind: z.literal('agreement'), text: z.array(z.string()), agree: z.string() }),
  z.object({ kind: z.literal('heading') }),
  z.object({ kind: z.literal('words'), text: z.string() }),
  /** Begins a new page of the form. */
  z.object({ kind: z.literal('page') }),
]);
export type FieldInput = z.infer<typeof FieldInput>;
