/** Purpose: the kinds of field that hold text: short, long, a mail address, a phone number. */
import { z } from 'zod';
import { Title } from '../../kernel/texts';
import { ok, refuse } from '../../kernel/result';
import { oneLine, visible } from '../clean';
import { readMail } from '../mail';
import { ShapePiece, hasShape } from '../shape';
import { holdsNothing, shortTexts, textColumns, type FieldKindOf } from './kind';

const tooLong = (longest: number, length: number) => `There is room for ${longest} characters; this has ${length}.`;

/** The longest name and address that an account can hold. */
const NAME_LONGEST = 120;

const shortTextOf = z.strictObject({
  kind: z.literal('shortText'),
  longest: z.int().min(1).max(255).default(120),
  shape: z
    .strictObject({ pieces: z.array(ShapePiece).min(1).max(20), example: Title, upper: z.boolean().default(false) })
    .refine(({ pieces, example, upper }) => hasShape(upper ? example.toUpperCase() : example, pieces), {
      error: 'The example does not have this shape itself; change one of them.',
      path: ['example'],
    })
    .optional(),
});
export const shortText: FieldKindOf<z.infer<typeof shortTextOf>> & { schema: typeof shortTextOf } = {
  schema: shortTextOf,
  missing: ({ shape }) => (shape ? `Write it like ${shape.example}.` : 'This is needed.'),
  read({ longest, shape }, raw) {
    const text = oneLine(raw);
    if (text.length > longest) return refuse(tooLong(longest, text.length));
    if (!shape) return ok(text);
    const shaped = shape.upper ? text.toUpperCase() : text;
    return hasShape(shaped, shape.pieces)
      ? ok(shaped)
      : refuse(`That does not look right. Write it like ${shape.example}.`);
  },
  show: (_, value) => String(value),
  brief: (_, value) => String(value),
  input: ({ longest }, role) => ({
    kind: 'text',
    long: false,
    longest,
    autocomplete: role === 'name' ? 'name' : 'off',
  }),
  columns: textColumns,
  found: shortTexts,
  holds: ({ longest, shape }, role) => {
    if (role === 'mail') return 'The address needs an email field.';
    if (shape) return 'A name has no shape that all share; remove the shape.';
    return longest > NAME_LONGEST ? `A name has at most ${NAME_LONGEST} characters; make it shorter.` : null;
  },
};

const longTextOf = z.strictObject({
  kind: z.literal('longText'),
  longest: z.int().min(1).max(10_000).default(2000),
});
export const longText: FieldKindOf<z.infer<typeof longTextOf>> & { schema: typeof longTextOf } = {
  schema: longTextOf,
  missing: () => 'This is needed.',
  read({ longest }, raw) {
    const text = visible(String(raw)).replace(/\r\n?/g, '\n').trim();
    return text.length > longest ? refuse(tooLong(longest, text.length)) : ok(text);
  },
  show: (_, value) => String(value),
  brief: () => null,
  input: ({ longest }) => ({ kind: 'text', long: true, longest, autocomplete: 'off' }),
  columns: textColumns,
  found: shortTexts,
  holds: holdsNothing,
};

const mailOf = z.strictObject({ kind: z.literal('mail') });
export const mail: FieldKindOf<z.infer<typeof mailOf>> & { schema: typeof mailOf } = {
  schema: mailOf,
  missing: () => 'Write your address, as name@place.org.',
  read: (_, raw) => readMail(String(raw)),
  show: (_, value) => String(value),
  brief: (_, value) => String(value),
  input: () => ({ kind: 'mail' }),
  columns: textColumns,
  found: shortTexts,
  holds: (_, role) => (role === 'mail' ? null : 'A name needs a short text.'),
};

const phoneOf = z.strictObject({ kind: z.literal('phone') });
export const phone: FieldKindOf<z.infer<typeof phoneOf>> & { schema: typeof phoneOf } = {
  schema: phoneOf,
  missing: () => 'Write it in digits, such as 01632 960 001.',
  read(_, raw) {
    const digits = oneLine(raw)
      .replace(/[\s().-]+/g, ' ')
      .trim();
    return /^\+?[0-9][0-9 ]{5,19}$/.test(digits)
      ? ok(digits)
      : refuse('Write a phone number in digits, such as 01632 960 001.');
  },
  show: (_, value) => String(value),
  brief: (_, value) => String(value),
  input: () => ({ kind: 'text', long: false, longest: 30, autocomplete: 'tel' }),
  columns: textColumns,
  found: shortTexts,
  holds: holdsNothing,
};
