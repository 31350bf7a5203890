/**
 * Purpose: formatted text as the editor's document (JSON of ProseMirror's shape) and back.
 * Invariant: what is read of a document that was made of a text is that text, its runs put together where they can be.
 */
import type { Rich, RichPart, Run, Target } from '../../../core/pages';

export type Mark = { readonly type: string; readonly attrs?: Readonly<Record<string, unknown>> };
export type Node = {
  readonly type?: string;
  readonly text?: string;
  readonly attrs?: Readonly<Record<string, unknown>>;
  readonly marks?: readonly Mark[];
  readonly content?: readonly Node[];
};

type Marked = {
  readonly bold?: true | undefined;
  readonly italic?: true | undefined;
  readonly to?: Target | undefined;
};

const marksOf = ({ bold, italic, to }: Marked): Mark[] => [
  ...(bold ? [{ type: 'bold' }] : []),
  ...(italic ? [{ type: 'italic' }] : []),
  ...(to ? [{ type: 'leads', attrs: { to: JSON.stringify(to) } }] : []),
];

function nodeOf(run: Run): Node[] {
  if (typeof run === 'string') return run === '' ? [] : [{ type: 'text', text: run }];
  const marks = marksOf(run);
  const marked = marks.length ? { marks } : {};
  if ('chip' in run) return [{ type: 'chip', attrs: { chip: run.chip, or: run.or }, ...marked }];
  return [{ type: 'text', text: run.text, ...marked }];
}
const line = (type: string, runs: readonly Run[], attrs?: Record<string, unknown>): Node => {
  const content = runs.flatMap(nodeOf);
  return { type, ...(attrs ? { attrs } : {}), ...(content.length ? { content } : {}) };
};

/** The level of headings within a text: those of the page and of its parts stand above. */
export const HEADING = 3;

export function documentOf(rich: Rich): Node {
  const content: Node[] = [];
  for (const part of rich) {
    if (part.is === 'bullets' || part.is === 'numbers')
      content.push({
        type: part.is === 'bullets' ? 'bulletList' : 'orderedList',
        content: part.items.map((item) => ({ type: 'listItem', content: [line('paragraph', item)] })),
      });
    else if (part.is === 'heading') content.push(line('heading', part.runs, { level: HEADING }));
    else if (part.is === 'quote') content.push({ type: 'blockquote', content: [line('paragraph', part.runs)] });
    else content.push(line('paragraph', part.runs));
  }
  return { type: 'doc', content: content.length ? content : [{ type: 'paragraph' }] };
}

function runOf({ type, text = '', attrs = {}, marks = [] }: Node): Run | null {
  const has = (name: string) => marks.some((mark) => mark.type === name);
  const marked = {
    ...(has('bold') ? { bold: true as const } : {}),
    ...(has('italic') ? { italic: true as const } : {}),
  };
  if (type === 'chip') return { chip: attrs['chip'], or: String(attrs['or'] ?? ''), ...marked } as Exclude<Run, string>;
  if (type !== 'text' || text === '') return null;
  const to = marks.find((mark) => mark.type === 'leads')?.attrs?.['to'];
  const leads = typeof to === 'string' ? { to: JSON.parse(to) as Target } : {};
  return Object.keys({ ...marked, ...leads }).length ? { text, ...marked, ...leads } : text;
}

/** Text of one kind that stands side by side is one run. */
function joined(runs: readonly Run[]): Run[] {
  const out: Run[] = [];
  for (const run of runs) {
    const last = out.at(-1);
    if (typeof run === 'string' && typeof last === 'string') out[out.length - 1] = last + run;
    else out.push(run);
  }
  return out;
}
const runsIn = (node: Node): Run[] => joined((node.content ?? []).flatMap((one) => runOf(one) ?? []));
const lines: ReadonlySet<string | undefined> = new Set(['paragraph', 'heading']);
/** The lines within a list or a quotation, one after the other: what was pasted may stand deeper than a text has it. */
const linesIn = (node: Node): Run[][] =>
  lines.has(node.type) ? [runsIn(node)] : (node.content ?? []).flatMap((one) => linesIn(one));

export function richOf(document: Node): Rich {
  const parts = (document.content ?? []).flatMap((node): RichPart[] => {
    switch (node.type ?? '') {
      case 'bulletList':
        return [{ is: 'bullets', items: linesIn(node) }];
      case 'orderedList':
        return [{ is: 'numbers', items: linesIn(node) }];
      case 'heading':
        return [{ is: 'heading', runs: runsIn(node) }];
      case 'blockquote':
        return linesIn(node).map((runs) => ({ is: 'quote', runs }));
      case 'paragraph':
        return [{ is: 'paragraph', runs: runsIn(node) }];
      default:
        return [];
    }
  });
  // An empty line at the end is where one goes on writing, and is nothing that is read.
  const isEmpty = (part: RichPart | undefined) => part?.is === 'paragraph' && part.runs.length === 0;
  while (isEmpty(parts.at(-1))) parts.pop();
  return parts;
}
