/**
 * Purpose: formatted text as data: paragraphs, headings, lists and quotations of runs, which may be strong, emphasised,
 * lead somewhere, or be a personal word.
 * Invariant: it holds no markup. What is stored is what this schema lets through, so that nothing has to be cleaned
 * of scripts, and it is shown by elements of our own.
 */
import { z } from 'zod';
import { Chip, say, type ChipName, type Reference, type WordSource } from '../kernel';
import { Target, referencesOfTarget } from './target';

const marks = { bold: z.literal(true).optional(), italic: z.literal(true).optional() };
const Run = z.union([
  z.string().max(4000),
  z.strictObject({ text: z.string().min(1).max(4000), ...marks, to: Target.optional() }),
  Chip.extend(marks),
]);
export type Run = z.infer<typeof Run>;
const runs = z.array(Run).max(200);
const items = z.array(runs).min(1).max(100);

export const RichPart = z.discriminatedUnion('is', [
  z.strictObject({ is: z.literal('paragraph'), runs }),
  z.strictObject({ is: z.literal('heading'), runs }),
  z.strictObject({ is: z.literal('quote'), runs }),
  z.strictObject({ is: z.literal('bullets'), items }),
  z.strictObject({ is: z.literal('numbers'), items }),
]);
export type RichPart = z.infer<typeof RichPart>;
export const Rich = z.array(RichPart).max(200);
export type Rich = z.infer<typeof Rich>;

const RunView = z.union([
  z.string(),
  z.object({ text: z.string(), bold: z.boolean(), italic: z.boolean(), href: z.string().nullable() }),
]);
export type RunView = z.infer<typeof RunView>;
const runViews = z.array(RunView);
export const RichView = z.array(
  z.discriminatedUnion('is', [
    z.object({ is: z.enum(['paragraph', 'heading', 'quote']), runs: runViews }),
    z.object({ is: z.enum(['bullets', 'numbers']), items: z.array(runViews) }),
  ]),
);
export type RichView = z.infer<typeof RichView>;

/** Whether a heading stands in it. */
export const hasHeading = (rich: Rich): boolean => rich.some(({ is }) => is === 'heading');

export const runsOf = (part: RichPart): Run[] => ('runs' in part ? part.runs : part.items.flat());

export const chipsOfRich = (rich: Rich): ChipName[] =>
  rich.flatMap(runsOf).flatMap((run) => (typeof run !== 'string' && 'chip' in run ? [run.chip] : []));

export const referencesOfRich = (rich: Rich): Reference[] =>
  rich
    .flatMap(runsOf)
    .flatMap((run) => (typeof run !== 'string' && 'text' in run && run.to ? referencesOfTarget(run.to) : []));

/** What leads nowhere any more is plain text. */
export function sayRich(rich: Rich, words: WordSource, hrefOf: (to: Target) => string | null): RichView {
  const saysRun = (run: Run): RunView => {
    if (typeof run === 'string') return run;
    const text = 'chip' in run ? say([{ chip: run.chip, or: run.or }], words) : run.text;
    const href = 'text' in run && run.to ? hrefOf(run.to) : null;
    const { bold = false, italic = false } = run;
    return bold || italic || href !== null ? { text, bold, italic, href } : text;
  };
  // What is plain and stands side by side is one text.
  const line = (list: readonly Run[]) =>
    list.map(saysRun).reduce<RunView[]>((out, run) => {
      const last = out.at(-1);
      if (typeof run === 'string' && typeof last === 'string') out[out.length - 1] = last + run;
      else if (run !== '') out.push(run);
      return out;
    }, []);
  return rich.map((part) =>
    'runs' in part ? { is: part.is, runs: line(part.runs) } : { is: part.is, items: part.items.map(line) },
  );
}

/** What is read of it, line by line, without its marks; `chip` gives what stands for a personal word. */
export const plainRich = (rich: Rich, chip: WordSource): string[] =>
  rich
    .flatMap((part) => ('runs' in part ? [part.runs] : part.items))
    .map((list) =>
      list
        .map((run) =>
          typeof run === 'string' ? run : 'chip' in run ? say([{ chip: run.chip, or: run.or }], chip) : run.text,
        )
        .join(''),
    );
