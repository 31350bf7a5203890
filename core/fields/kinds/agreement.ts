/** Purpose: the kind of field that holds a yes to a text, as the version of the text that was agreed to. */
import { z } from 'zod';
import { ok, refuse } from '../../kernel/result';
import { Text, Title } from '../../kernel/texts';
import { fieldsSays } from '../fields.sentences';
import { holdsNothing, type FieldKindOf } from './kind';

const agreementOf = z.strictObject({
  kind: z.literal('agreement'),
  /** The words beside the box. */
  agree: Title,
  /** The text itself, a paragraph or point each. */
  text: z.array(Text).min(1).max(60),
  /** Counted up with every change of the text, so that it stays known who agreed to what. */
  version: z.int().min(1).max(100_000),
});
export const agreement: FieldKindOf<z.infer<typeof agreementOf>> & { schema: typeof agreementOf } = {
  schema: agreementOf,
  title: (reader) => fieldsSays(reader).kindAgreementToText,
  begin: (reader) => ({
    kind: 'agreement',
    agree: fieldsSays(reader).newAgreement,
    text: [fieldsSays(reader).newAgreementText],
    version: 1,
  }),
  facet: ({ version }) => ({ is: 'agreement', version }),
  sample: () => true,
  limits: ({ agree, text }, reader) => fieldsSays(reader).agreementSays({ label: agree, text: text.join(' ') }),
  called: ({ version }, reader) => fieldsSays(reader).kindAgreement({ version }),
  missing: (_, reader) => fieldsSays(reader).tickToAgree,
  /** A tick agrees to the text as it is; staff may note an earlier version that somebody has agreed to. */
  read({ version }, raw, reader) {
    if (raw === true) return ok(version);
    const noted = typeof raw === 'number' && Number.isInteger(raw) && raw >= 1 && raw <= version;
    return noted ? ok(raw) : refuse(fieldsSays(reader).tickToAgree);
  },
  blank: (raw) => raw === false,
  typed: ({ version }, value) => value === version,
  show: (_, value, reader) => fieldsSays(reader).agreedTo({ version: Number(value) }),
  brief: (_, value, reader) => fieldsSays(reader).agreedTo({ version: Number(value) }),
  input: ({ text, agree }) => ({ kind: 'agreement', text: [...text], agree }),
  found: () => [],
  holds: holdsNothing,
};
