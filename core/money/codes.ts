/**
 * Purpose: discount codes: what comes off, of which payments, for whom and when.
 * Invariant: a code takes off what lasts (terms and trials), never a sum to join, and never more than there is.
 */
import { z } from 'zod';
import {
  CodeId,
  LevelId,
  Minor,
  Title,
  owners,
  refuse,
  ok,
  sayDate,
  sayMoney,
  sayNumber,
  type Instant,
  type Result,
} from '../kernel';
import { addSpan, startOfDay } from '../kernel/calendar';
import type { LevelItem } from '../levels';
import { moneySays } from './money.sentences';

const says = moneySays(owners);
const Day = z.iso.date();

/** What comes off: so many per cent, or so much. */
export const Off = z.union([z.strictObject({ percent: z.int().min(1).max(100) }), z.strictObject({ amount: Minor })]);
export type Off = z.infer<typeof Off>;

export const CodeItem = z
  .strictObject({
    id: CodeId,
    title: Title,
    /** What is typed, in capitals. */
    word: z.string().regex(/^[A-Z0-9]{3,20}$/, says.codeWord),
    off: Off,
    on: z.enum(['first', 'every']),
    /** Without it, every level. */
    levels: z.array(LevelId).min(1).max(50).optional(),
    /** The first and the last day on which it may be entered, `YYYY-MM-DD` in the site's zone. */
    from: Day.optional(),
    until: Day.optional(),
    /** How often it may be entered in all; each member enters it once. */
    most: z.int().min(1).max(1_000_000).optional(),
    retired: z.boolean().optional(),
  })
  .superRefine(({ from, until, off }, context) => {
    if (from && until && until < from)
      context.addIssue({ code: 'custom', path: ['until'], message: says.endsBeforeStart });
    if ('amount' in off && off.amount === 0)
      context.addIssue({ code: 'custom', path: ['off'], message: says.percentOrAmount });
  });
export type CodeItem = z.infer<typeof CodeItem>;

/** A code as it was taken: it goes on as agreed, whatever becomes of it. */
export const TakenCode = z.object({ id: CodeId, word: z.string(), off: Off, on: z.enum(['first', 'every']) });
export type TakenCode = z.infer<typeof TakenCode>;

type Site = { readonly zone: string; readonly locale: string; readonly currency: string };
export type Used = { readonly inAll: number; readonly byThem: number };

/** What is typed, as codes are written. */
export const readCodeWord = (typed: string): string => typed.replace(/[\s-]/g, '').toUpperCase();

/** The code that is meant by what is typed. */
export function codeTyped(typed: string, codes: readonly CodeItem[]): CodeItem | undefined {
  const word = readCodeWord(typed);
  return codes.find((one) => one.word === word && !one.retired);
}

/**
 * Whether a code may be taken for a level now. Refused with a sentence for whoever typed it.
 * @param item the code that is meant, see `codeTyped`
 * @param used how often that code was used
 */
export function takeCode(
  typed: string,
  item: CodeItem | undefined,
  level: LevelItem,
  { inAll, byThem }: Used,
  now: Instant,
  site: Site,
): Result<TakenCode, string> {
  const words = moneySays(site);
  if (!item) return refuse(words.noCode({ code: typed.trim().slice(0, 30) }));
  const { word } = item;
  const begins = item.from ? startOfDay(item.from, site.zone)! : -Infinity;
  const last = item.until ? startOfDay(item.until, site.zone)! : Infinity;
  if (now < begins) return refuse(words.codeNotYet({ code: word, date: sayDate(begins, site) }));
  if (last !== Infinity && now >= addSpan(last, { count: 1, unit: 'days' }, site.zone))
    return refuse(words.codeOver({ code: word, date: sayDate(last, site) }));
  if (item.levels && !item.levels.includes(level.id))
    return refuse(words.codeNotHere({ code: word, level: level.title }));
  if (byThem > 0) return refuse(words.codeUsed({ code: word }));
  if (item.most !== undefined && inAll >= item.most) return refuse(words.codeSpent({ code: word }));
  return ok({ id: item.id, word: item.word, off: item.off, on: item.on });
}

/**
 * What a code takes off `sum`, in minor units.
 * Source: per cent rounded half up, as a shopkeeper does; never more than the sum.
 */
export const takenOff = (off: Off, sum: number): number =>
  'percent' in off ? Math.floor((2 * sum * off.percent + 100) / 200) : Math.min(off.amount, sum);

/** `10% off the first payment`. */
export function sayCode({ off, on }: Pick<TakenCode, 'off' | 'on'>, site: Site): string {
  const words = moneySays(site);
  const much =
    'percent' in off
      ? words.percentOff({ percent: sayNumber(off.percent, site) })
      : words.amountOff({ amount: sayMoney(off.amount, site.currency, site.locale) });
  return on === 'first' ? words.onFirst({ off: much }) : words.onEvery({ off: much });
}
