/**
 * Purpose: the kinds of field that hold a day or a span of days. A day is written `YYYY-MM-DD` and has no zone: a day of
 * birth is the same everywhere.
 */
import { z } from 'zod';
import { ok, refuse, type Result } from '../../kernel/result';
import { owners, type Reader } from '../../kernel/sentences';
import { sayDate } from '../../kernel/time';
import { fieldsSays } from '../fields.sentences';
import { holdsNothing, rangeSays, type FieldKindOf } from './kind';

/** A day there is: 30 February is none. */
function isDay(text: string): boolean {
  const at = /^\d{4}-\d{2}-\d{2}$/.test(text) ? Date.parse(`${text}T00:00Z`) : NaN;
  return Number.isFinite(at) && new Date(at).toISOString().startsWith(text);
}
/** `2 March 2027`. */
export const sayDay = (day: string, { locale }: Reader): string =>
  isDay(day) ? sayDate(Date.parse(`${day}T12:00Z`), { locale, zone: 'UTC' }) : day;

const Day = z.string().refine(isDay, { error: fieldsSays(owners).noSuchDay });
const ends = { earliest: Day.optional(), latest: Day.optional() };
type Ends = { readonly earliest?: string | undefined; readonly latest?: string | undefined };
const inOrder = ({ earliest, latest }: Ends) => !earliest || !latest || earliest <= latest;
const order = { error: fieldsSays(owners).earliestAfterLatest, path: ['earliest'] };

function readDay({ earliest, latest }: Ends, typed: string, reader: Reader): Result<string, string> {
  const says = fieldsSays(reader);
  const day = typed.trim();
  if (!isDay(day)) return refuse(says.noSuchDay);
  if (earliest && day < earliest) return refuse(says.earliest({ day: sayDay(earliest, reader) }));
  if (latest && day > latest) return refuse(says.latest({ day: sayDay(latest, reader) }));
  return ok(day);
}

const limitsOf = ({ earliest, latest }: Ends, reader: Reader): string =>
  rangeSays(earliest ? sayDay(earliest, reader) : null, latest ? sayDay(latest, reader) : null, reader);

const dateOf = z.strictObject({ kind: z.literal('date'), ...ends }).refine(inOrder, order);
export const date: FieldKindOf<z.infer<typeof dateOf>> & { schema: typeof dateOf } = {
  schema: dateOf,
  title: (reader) => fieldsSays(reader).kindDate,
  begin: () => ({ kind: 'date' }),
  facet: ({ earliest, latest }) => ({ is: 'day', earliest, latest }),
  sample: ({ earliest, latest }, today) => latest ?? earliest ?? today,
  limits: limitsOf,
  called: (_, reader) => fieldsSays(reader).kindDate,
  missing: (_, reader) => fieldsSays(reader).chooseDay,
  read: (of, raw, reader) => readDay(of, String(raw), reader),
  show: (_, value, reader) => sayDay(String(value), reader),
  brief: (_, value, reader) => sayDay(String(value), reader),
  input: ({ earliest, latest }) => ({ kind: 'date', earliest: earliest ?? null, latest: latest ?? null }),
  found: () => [],
  holds: holdsNothing,
};

const dateRangeOf = z.strictObject({ kind: z.literal('dateRange'), ...ends }).refine(inOrder, order);
/** Stored as an interval of ISO 8601: `2027-03-02/2027-03-09`, both days included. */
export const dateRange: FieldKindOf<z.infer<typeof dateRangeOf>> & { schema: typeof dateRangeOf } = {
  schema: dateRangeOf,
  title: (reader) => fieldsSays(reader).kindDateRange,
  begin: () => ({ kind: 'dateRange' }),
  facet: ({ earliest, latest }) => ({ is: 'span', earliest, latest }),
  sample({ earliest, latest }, today) {
    const day = earliest ?? latest ?? today;
    return [day, latest ?? day];
  },
  limits: limitsOf,
  called: (_, reader) => fieldsSays(reader).kindDateRange,
  missing: (_, reader) => fieldsSays(reader).chooseBothDays,
  read(of, raw, reader) {
    const says = fieldsSays(reader);
    const [from = '', until = '', ...more] = Array.isArray(raw) ? raw.map(String) : String(raw).split('/');
    if (more.length || !from || !until) return refuse(says.chooseBothDays);
    const [first, last] = [readDay(of, from, reader), readDay(of, until, reader)];
    if (!first.ok) return first;
    if (!last.ok) return last;
    return first.value <= last.value ? ok(`${first.value}/${last.value}`) : refuse(says.untilBeforeFrom);
  },
  show(_, value, reader) {
    const [from = '', until = ''] = String(value).split('/');
    return fieldsSays(reader).fromUntil({ from: sayDay(from, reader), until: sayDay(until, reader) });
  },
  brief: (of, value, reader) => dateRange.show(of, value, reader),
  input: ({ earliest, latest }, _role) => ({ kind: 'dateRange', earliest: earliest ?? null, latest: latest ?? null }),
  found: () => [],
  holds: holdsNothing,
};
