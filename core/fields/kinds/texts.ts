/** Purpose: the kinds of field that hold text: short, long, a mail address, a phone number. */
import { z } from 'zod';
import { Title } from '../../kernel/texts';
import { ok, refuse } from '../../kernel/result';
import { owners } from '../../kernel/sentences';
import { fieldsSays } from '../fields.sentences';
import { oneLine, visible } from '../clean';
import { NAME_MOST } from '../faults';
import { readMail } from '../mail';
import { ShapePiece, hasShape } from '../shape';
import { holdsNothing, noLimits, shortTexts, textFacet, type FieldKindOf } from './kind';

const WEB_LONGEST = 400;

const shortTextOf = z.strictObject({
  kind: z.literal('shortText'),
  longest: z.int().min(1).max(255).default(120),
  shape: z
    .strictObject({ pieces: z.array(ShapePiece).min(1).max(20), example: Title, upper: z.boolean().default(false) })
    .refine(({ pieces, example, upper }) => hasShape(upper ? example.toUpperCase() : example, pieces), {
      error: fieldsSays(owners).exampleWithoutShape,
      path: ['example'],
    })
    .optional(),
});
export const shortText: FieldKindOf<z.infer<typeof shortTextOf>> & { schema: typeof shortTextOf } = {
  schema: shortTextOf,
  title: (reader) => fieldsSays(reader).kindShortText,
  begin: () => ({ kind: 'shortText', longest: 120 }),
  facet: textFacet,
  sample: ({ shape, longest }, _today, reader) => (shape ? shape.example : fieldsSays(reader).sample.slice(0, longest)),
  limits: ({ longest }, reader) => fieldsSays(reader).longest({ count: longest }),
  called: ({ shape }, reader) =>
    shape ? fieldsSays(reader).kindShaped({ example: shape.example }) : fieldsSays(reader).kindShortText,
  missing: ({ shape }, reader) =>
    shape ? fieldsSays(reader).writeLike({ example: shape.example }) : fieldsSays(reader).needed,
  read({ longest, shape }, raw, reader) {
    const says = fieldsSays(reader);
    const text = oneLine(raw);
    if (text.length > longest) return refuse(says.tooLong({ most: longest, length: text.length }));
    if (!shape) return ok(text);
    const shaped = shape.upper ? text.toUpperCase() : text;
    return hasShape(shaped, shape.pieces) ? ok(shaped) : refuse(says.writeLikeInstead({ example: shape.example }));
  },
  show: (_, value) => String(value),
  brief: (_, value) => String(value),
  input: ({ longest }, role) => ({
    kind: 'text',
    long: false,
    longest,
    autocomplete: role === 'name' ? 'name' : 'off',
  }),
  found: shortTexts,
  holds: ({ longest, shape }, role, reader) => {
    const says = fieldsSays(reader);
    if (role === 'mail') return says.mailNeedsMailField;
    if (shape) return says.nameHasNoShape;
    return longest > NAME_MOST ? says.nameTooLong({ most: NAME_MOST }) : null;
  },
};

const longTextOf = z.strictObject({
  kind: z.literal('longText'),
  longest: z.int().min(1).max(10_000).default(2000),
});
export const longText: FieldKindOf<z.infer<typeof longTextOf>> & { schema: typeof longTextOf } = {
  schema: longTextOf,
  title: (reader) => fieldsSays(reader).kindLongText,
  begin: () => ({ kind: 'longText', longest: 2000 }),
  facet: textFacet,
  sample: ({ longest }, _today, reader) => fieldsSays(reader).sample.slice(0, longest),
  limits: ({ longest }, reader) => fieldsSays(reader).longest({ count: longest }),
  called: (_, reader) => fieldsSays(reader).kindLongText,
  missing: (_, reader) => fieldsSays(reader).needed,
  read({ longest }, raw, reader) {
    const text = visible(String(raw)).replace(/\r\n?/g, '\n').trim();
    return text.length > longest
      ? refuse(fieldsSays(reader).tooLong({ most: longest, length: text.length }))
      : ok(text);
  },
  show: (_, value) => String(value),
  brief: () => null,
  input: ({ longest }) => ({ kind: 'text', long: true, longest, autocomplete: 'off' }),
  found: shortTexts,
  holds: holdsNothing,
};

const mailOf = z.strictObject({ kind: z.literal('mail') });
export const mail: FieldKindOf<z.infer<typeof mailOf>> & { schema: typeof mailOf } = {
  schema: mailOf,
  title: (reader) => fieldsSays(reader).kindMail,
  begin: () => ({ kind: 'mail' }),
  facet: textFacet,
  sample: () => 'perrin.oake@mail.example',
  limits: noLimits,
  called: (_, reader) => fieldsSays(reader).kindMail,
  missing: (_, reader) => fieldsSays(reader).writeMail,
  read: (_, raw, reader) => readMail(String(raw), reader),
  show: (_, value) => String(value),
  brief: (_, value) => String(value),
  input: () => ({ kind: 'mail' }),
  found: shortTexts,
  holds: (_, role, reader) => (role === 'mail' ? null : fieldsSays(reader).nameNeedsShortText),
};

const phoneOf = z.strictObject({ kind: z.literal('phone') });
export const phone: FieldKindOf<z.infer<typeof phoneOf>> & { schema: typeof phoneOf } = {
  schema: phoneOf,
  title: (reader) => fieldsSays(reader).kindPhone,
  begin: () => ({ kind: 'phone' }),
  facet: textFacet,
  sample: () => '01632 960 001',
  limits: noLimits,
  called: (_, reader) => fieldsSays(reader).kindPhone,
  missing: (_, reader) => fieldsSays(reader).writePhone,
  read(_, raw, reader) {
    const digits = oneLine(raw)
      .replace(/[\s().-]+/g, ' ')
      .trim();
    return /^\+?[0-9][0-9 ]{5,19}$/.test(digits) ? ok(digits) : refuse(fieldsSays(reader).writePhoneInstead);
  },
  show: (_, value) => String(value),
  brief: (_, value) => String(value),
  input: () => ({ kind: 'text', long: false, longest: 30, autocomplete: 'tel' }),
  found: shortTexts,
  holds: holdsNothing,
};

const webAddressOf = z.strictObject({ kind: z.literal('webAddress') });
/** Addresses that a page may link to: of the web, with a host that has an ending. */
function readWebAddress(typed: string): string | null {
  const text = /^[a-z][a-z0-9+.-]*:/i.test(typed) ? typed : `https://${typed}`;
  if (text.length > WEB_LONGEST || /\s/.test(text) || !URL.canParse(text)) return null;
  const { protocol, hostname, username, password, href } = new URL(text);
  const isWeb = protocol === 'https:' || protocol === 'http:';
  return isWeb && !username && !password && /^[^.]+(\.[^.]+)+$/.test(hostname) ? href : null;
}
export const webAddress: FieldKindOf<z.infer<typeof webAddressOf>> & { schema: typeof webAddressOf } = {
  schema: webAddressOf,
  title: (reader) => fieldsSays(reader).kindWebAddress,
  begin: () => ({ kind: 'webAddress' }),
  facet: textFacet,
  sample: () => 'www.quillmoor.example',
  limits: noLimits,
  called: (_, reader) => fieldsSays(reader).kindWebAddress,
  missing: (_, reader) => fieldsSays(reader).writeWebAddress,
  read(_, raw, reader) {
    const address = readWebAddress(oneLine(raw));
    return address === null ? refuse(fieldsSays(reader).writeWebAddress) : ok(address);
  },
  // As people write it: without what every address begins and ends with.
  show: (_, value) =>
    String(value)
      .replace(/^https?:\/\//, '')
      .replace(/\/$/, ''),
  brief: (of, value, reader) => webAddress.show(of, value, reader),
  input: () => ({ kind: 'text', long: false, longest: WEB_LONGEST, autocomplete: 'url' }),
  found: shortTexts,
  holds: holdsNothing,
};

const colourOf = z.strictObject({ kind: z.literal('colour') });
/** A colour as `#rrggbb` in small letters, which is what the browser's own input sends. */
export const colour: FieldKindOf<z.infer<typeof colourOf>> & { schema: typeof colourOf } = {
  schema: colourOf,
  title: (reader) => fieldsSays(reader).kindColour,
  begin: () => ({ kind: 'colour' }),
  facet: textFacet,
  sample: () => '#e5c437',
  limits: noLimits,
  called: (_, reader) => fieldsSays(reader).kindColour,
  missing: (_, reader) => fieldsSays(reader).chooseColour,
  read(_, raw, reader) {
    const text = oneLine(raw).toLowerCase();
    return /^#[0-9a-f]{6}$/.test(text) ? ok(text) : refuse(fieldsSays(reader).chooseColour);
  },
  show: (_, value) => String(value),
  brief: () => null,
  input: () => ({ kind: 'colour' }),
  found: () => [],
  holds: holdsNothing,
};
