/** Purpose: the kinds of field that hold a number or yes and no. */
import { z } from 'zod';
import { ok, refuse } from '../../kernel/result';
import { Title } from '../../kernel/texts';
import { owners, sayNumber } from '../../kernel/sentences';
import { Countable } from '../answerRule';
import { fieldsSays } from '../fields.sentences';
import { holdsNothing, noLimits, rangeSays, type FieldKindOf } from './kind';

const numberOf = z
  .strictObject({
    kind: z.literal('number'),
    least: Countable.optional(),
    most: Countable.optional(),
    whole: z.boolean().default(true),
    unit: z.strictObject({ one: Title, many: Title }).optional(),
  })
  .refine(({ least, most }) => least === undefined || most === undefined || least <= most, {
    error: fieldsSays(owners).leastOverMost,
    path: ['least'],
  });
/** A number as it is typed, its thousands parted by commas or not. */
function numberIn(text: string): number {
  if (!text.includes(',')) return Number(text);
  const digits = text.replaceAll(',', '');
  return digits.trim() === '' ? NaN : Number(digits);
}

export const number: FieldKindOf<z.infer<typeof numberOf>> & { schema: typeof numberOf } = {
  schema: numberOf,
  title: (reader) => fieldsSays(reader).kindNumber,
  begin: () => ({ kind: 'number', whole: true }),
  facet: ({ least = -Infinity, most = Infinity, whole }) => ({ is: 'number', least, most, whole }),
  sample: ({ least, most }) => String(least !== undefined && least > 1 ? least : Math.min(2, most ?? 2)),
  limits({ least, most, unit }, reader) {
    const said = (end: number | undefined) => (end === undefined ? null : sayNumber(end, reader));
    const range = rangeSays(said(least), said(most), reader);
    return [range, unit ? fieldsSays(reader).unit(unit) : ''].filter(Boolean).join(', ');
  },
  called: ({ whole }, reader) => (whole ? fieldsSays(reader).kindWhole : fieldsSays(reader).kindNumber),
  missing: (_, reader) => fieldsSays(reader).writeNumber,
  read({ whole, least, most }, raw, reader) {
    const says = () => fieldsSays(reader);
    const typed = typeof raw === 'number' ? raw : typeof raw === 'string' ? numberIn(raw) : NaN;
    if (!Number.isFinite(typed)) return refuse(says().writeNumberInstead);
    if (whole && !Number.isInteger(typed)) return refuse(says().writeWhole);
    if (least !== undefined && typed < least) return refuse(says().least({ least }));
    if (most !== undefined && typed > most) return refuse(says().most({ most }));
    return ok(typed);
  },
  show({ unit }, value, reader) {
    const count = Number(value);
    if (!unit) return sayNumber(count, reader);
    return fieldsSays(reader).withUnit({ number: count, unit: count === 1 ? unit.one : unit.many });
  },
  brief: (of, value, reader) =>
    value === 0 && of.unit ? fieldsSays(reader).noneYet({ unit: of.unit.many }) : number.show(of, value, reader),
  input: ({ least, most }) => ({ kind: 'number', least: least ?? null, most: most ?? null }),
  found: () => [],
  holds: holdsNothing,
};

const yesNoOf = z.strictObject({ kind: z.literal('yesNo') });
export const yesNo: FieldKindOf<z.infer<typeof yesNoOf>> & { schema: typeof yesNoOf } = {
  schema: yesNoOf,
  title: (reader) => fieldsSays(reader).kindYesNo,
  begin: () => ({ kind: 'yesNo' }),
  facet: () => ({ is: 'yes' }),
  sample: () => true,
  limits: noLimits,
  called: (_, reader) => fieldsSays(reader).kindYesNo,
  missing: (_, reader) => fieldsSays(reader).answerYesNo,
  read: (_, raw, reader) => (typeof raw === 'boolean' ? ok(raw) : refuse(fieldsSays(reader).answerYesNo)),
  show: (_, value, reader) => (value === true ? fieldsSays(reader).yes : fieldsSays(reader).no),
  brief: (of, value, reader) => yesNo.show(of, value, reader),
  input: () => ({ kind: 'yesNo' }),
  found: () => [],
  holds: holdsNothing,
};
