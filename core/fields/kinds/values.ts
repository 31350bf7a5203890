/** Purpose: the kinds of field that hold a number or yes and no. */
import { z } from 'zod';
import { ok, refuse } from '../../kernel/result';
import { Title } from '../../kernel/texts';
import { holdsNothing, type FieldKindOf } from './kind';

const numberOf = z
  .strictObject({
    kind: z.literal('number'),
    least: z.number().optional(),
    most: z.number().optional(),
    whole: z.boolean().default(true),
    unit: z.strictObject({ one: Title, many: Title }).optional(),
  })
  .refine(({ least, most }) => least === undefined || most === undefined || least <= most, {
    error: 'The least is more than the most; change one of them.',
    path: ['least'],
  });
export const number: FieldKindOf<z.infer<typeof numberOf>> & { schema: typeof numberOf } = {
  schema: numberOf,
  missing: () => 'Write a number, 0 if there are none.',
  read({ whole, least, most }, raw) {
    const typed = typeof raw === 'number' ? raw : Number(String(raw).trim().replace(/,/g, ''));
    if (typeof raw === 'boolean' || Array.isArray(raw) || !Number.isFinite(typed))
      return refuse('Write a number in digits, such as 3.');
    if (whole && !Number.isInteger(typed)) return refuse('Write a whole number, such as 3.');
    if (least !== undefined && typed < least) return refuse(`${least} is the least that can be right here.`);
    if (most !== undefined && typed > most)
      return refuse(`${most.toLocaleString('en-GB')} is the most that can be right here.`);
    return ok(typed);
  },
  show({ unit }, value) {
    const count = Number(value);
    return `${count.toLocaleString('en-GB')}${unit ? ` ${count === 1 ? unit.one : unit.many}` : ''}`;
  },
  brief: (of, value) => (value === 0 && of.unit ? `no ${of.unit.many} yet` : number.show(of, value)),
  input: ({ least, most }) => ({ kind: 'number', least: least ?? null, most: most ?? null }),
  columns: (value) => ({ text: null, number: Number(value) }),
  found: () => [],
  holds: holdsNothing,
};

const yesNoOf = z.strictObject({ kind: z.literal('yesNo') });
export const yesNo: FieldKindOf<z.infer<typeof yesNoOf>> & { schema: typeof yesNoOf } = {
  schema: yesNoOf,
  missing: () => 'Answer yes or no.',
  read: (_, raw) => (typeof raw === 'boolean' ? ok(raw) : refuse('Answer yes or no.')),
  show: (_, value) => (value === true ? 'yes' : 'no'),
  brief: (of, value) => yesNo.show(of, value),
  input: () => ({ kind: 'yesNo' }),
  columns: (value) => ({ text: null, number: value === true ? 1 : 0 }),
  found: () => [],
  holds: holdsNothing,
};
