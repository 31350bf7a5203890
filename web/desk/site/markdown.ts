/**
 * Purpose: a page as Markdown (CommonMark 0.31) with YAML front matter, and Markdown as a page.
 * Invariant: headings and formatted text come back as they went out; of other blocks the words go out. What Markdown has
 * and a text has not (tables, pictures, code) comes in as its words, so that nothing that was written is lost. A page
 * that names no door that there is comes in shut.
 */
import { marked, type Token, type Tokens } from 'marked';
import { parse, stringify } from 'yaml';
import { nobody, type DoorUse } from '../../../core/doors';
import { asTitle, ChipName, say, type BlockId, type PageId, type Words } from '../../../core/kernel';
import {
  OutsideAddress,
  blockKindOf,
  targetHref,
  type Block,
  type PageItem,
  type Rich,
  type Run,
  type Target,
} from '../../../core/pages';
import { idFrom, type Setup } from '../../../core/setup';

const SIGNS = /[\\`*_{}[\]<>|~]/g;
const escaped = (text: string): string =>
  text
    .replace(SIGNS, (sign) => `\\${sign}`)
    .replace(/&(?=[#\w])/g, '\\&')
    .replace(/\s+/g, ' ');
/** A line that begins as no line of words does. */
const lineOf = (text: string): string => text.replace(/^(\s*)([#+>=-])/, '$1\\$2').replace(/^(\s*\d+)([.)])/, '$1\\$2');

const chipText = (chip: string, or: string): string => `{${chip}${or === '' ? '' : `|${escaped(or)}`}}`;

function printRun(run: Run, setup: Setup): string {
  if (typeof run === 'string') return escaped(run);
  const marks = (run.bold ? '**' : '') + (run.italic ? '*' : '');
  const inner = 'chip' in run ? chipText(run.chip, run.or) : escaped(run.text);
  // Marks stand at words: blanks at the ends stand outside of them.
  const [, before = '', words = '', after = ''] = /^(\s*)(.*?)(\s*)$/s.exec(inner) ?? [];
  const strong = marks && words ? `${before}${marks}${words}${[...marks].reverse().join('')}${after}` : inner;
  const href = 'text' in run && run.to ? targetHref(run.to, setup) : null;
  return href === null ? strong : `[${strong}](<${href.replace(/[<>\\]/g, (sign) => `\\${sign}`)}>)`;
}
const printRuns = (runs: readonly Run[], setup: Setup): string =>
  lineOf(runs.map((run) => printRun(run, setup)).join(''));

const printRich = (rich: Rich, setup: Setup): string =>
  rich
    .map((part) => {
      if (part.is === 'bullets') return part.items.map((item) => `- ${printRuns(item, setup)}`).join('\n');
      if (part.is === 'numbers') return part.items.map((item, at) => `${at + 1}. ${printRuns(item, setup)}`).join('\n');
      const line = printRuns(part.runs, setup);
      return part.is === 'heading' ? `### ${line}` : part.is === 'quote' ? `> ${line}` : line;
    })
    // Two lists side by side would be one.
    .reduce(
      (all, next, at) => `${all}${at ? (rich[at]!.is === rich[at - 1]!.is ? '\n\n<!-- -->\n\n' : '\n\n') : ''}${next}`,
      '',
    );

const chips = (words: Words): string =>
  typeof words === 'string'
    ? escaped(words)
    : words.map((piece) => (typeof piece === 'string' ? escaped(piece) : chipText(piece.chip, piece.or))).join('');

function printBlock(block: Block, setup: Setup): string {
  if (block.kind === 'heading') return `## ${lineOf(chips(block.text))}`;
  if (block.kind === 'text') return printRich(block.text, setup);
  return blockKindOf(block)
    .plain(block, (chip) => `{${chip}}`)
    .map((line) => lineOf(escaped(line)))
    .join('\n\n');
}

const doorName = (use: DoorUse, setup: Setup): string | null =>
  'everyone' in use ? 'everyone' : 'named' in use ? (setup.doors.get(use.named)?.title ?? null) : null;

export function pageToMarkdown(page: PageItem, setup: Setup): string {
  const door = doorName(page.door, setup);
  const front = {
    title: page.title,
    address: page.address,
    description: page.description,
    ...(page.heading === undefined ? {} : { heading: say(page.heading, (chip) => `{${chip}}`) }),
    ...(door === null ? {} : { door }),
  };
  const body = page.blocks.map((block) => printBlock(block, setup)).filter(Boolean);
  return `---\n${stringify(front)}---\n\n${body.join('\n\n')}\n`;
}

type Marks = { readonly bold?: true; readonly italic?: true; readonly to?: Target };
const unescaped = (text: string): string =>
  text.replace(
    /&(amp|lt|gt|quot|#39);/g,
    (whole) => ({ '&amp;': '&', '&lt;': '<', '&gt;': '>', '&quot;': '"', '&#39;': "'" })[whole]!,
  );

/** A text with its chips, which stand in braces by their names. */
function runsOf(text: string, marks: Marks): Run[] {
  const { to, ...own } = marks;
  return text.split(/(\{[\w:-]+(?:\|[^}]*)?\})/).flatMap((piece): Run[] => {
    const [, name, or = ''] = /^\{([\w:-]+)(?:\|([^}]*))?\}$/.exec(piece) ?? [];
    const chip = name === undefined ? null : ChipName.safeParse(name);
    if (chip?.success) return [{ chip: chip.data, or, ...own }];
    if (piece === '') return [];
    return Object.keys(marks).length ? [{ text: piece, ...own, ...(to ? { to } : {}) }] : [piece];
  });
}

function targetOf(href: string, setup: Setup): Target | null {
  const path = /^\/([^?#]*)$/.exec(href)?.[1];
  if (path !== undefined) {
    const page = path === '' ? setup.pages.get(setup.doc.site.home) : setup.pageByAddress.get(path);
    const form = setup.formByAddress.get(/^(?:join|form)\/(.+)$/.exec(path)?.[1] ?? '');
    return page ? { page: page.id } : form ? { form: form.id } : null;
  }
  const read = OutsideAddress.safeParse(href);
  return read.success ? { address: read.data } : null;
}

function inline(tokens: readonly Token[], marks: Marks, setup: Setup): Run[] {
  return joined(
    tokens.flatMap((token): Run[] => {
      const inner = 'tokens' in token && token.tokens ? token.tokens : null;
      switch (token.type) {
        case 'strong':
          return inline(inner ?? [], { ...marks, bold: true }, setup);
        case 'em':
          return inline(inner ?? [], { ...marks, italic: true }, setup);
        case 'link': {
          const to = targetOf((token as Tokens.Link).href, setup);
          return inline(inner ?? [], to ? { ...marks, to } : marks, setup);
        }
        case 'br':
          return [' '];
        case 'html':
          return [];
        default:
          return inner ? inline(inner, marks, setup) : runsOf(unescaped(textOf(token)), marks);
      }
    }),
  );
}
const textOf = (token: Token): string => ('text' in token ? String(token.text) : token.raw);

function joined(runs: readonly Run[]): Run[] {
  const out: Run[] = [];
  for (const run of runs) {
    const last = out.at(-1);
    if (typeof run === 'string' && typeof last === 'string') out[out.length - 1] = last + run;
    else if (sameMarks(run, last)) (last as { text: string }).text += (run as { text: string }).text;
    else out.push(typeof run === 'string' ? run : { ...run });
  }
  return out;
}
function sameMarks(one: Run, other: Run | undefined): boolean {
  const marks = (run: Run | undefined) =>
    typeof run === 'object' && 'text' in run ? JSON.stringify([run.bold, run.italic, run.to]) : null;
  return marks(one) !== null && marks(one) === marks(other);
}

/** The lines of a list, those within others one after the other. */
const linesOf = (list: Tokens.List, setup: Setup): Run[][] =>
  list.items.flatMap((item) =>
    item.tokens.flatMap((token): Run[][] =>
      token.type === 'list' ? linesOf(token as Tokens.List, setup) : [inline([token], {}, setup)],
    ),
  );

/** What is read as a page; `title` is what it is called where it does not say so itself. */
export function pageFromMarkdown(text: string, title: string, setup: Setup): PageItem {
  const [, front = '', body = text] = /^---\r?\n([\s\S]*?)\r?\n---\r?\n([\s\S]*)$/.exec(text) ?? [];
  let said: Record<string, unknown> = {};
  try {
    const read: unknown = parse(front);
    if (typeof read === 'object' && read !== null) said = read as Record<string, unknown>;
  } catch {
    // Front matter that cannot be read is words like others, and nothing goes by it.
  }
  const own = (key: string) => (typeof said[key] === 'string' ? said[key].trim() : '');
  const name = asTitle(own('title') || title);
  const taken = (of: 'id' | 'address') => setup.doc.pages.map((page) => page[of] as string);
  const blocks: Block[] = [];
  const base = { outsideToo: false, aside: false };
  const idOf = (kind: string) =>
    idFrom(
      kind,
      blocks.map(({ id }) => id),
      'block',
    ) as BlockId;
  const add = (part: Rich[number]) => {
    const last = blocks.at(-1);
    if (last?.kind === 'text') last.text.push(part);
    else blocks.push({ kind: 'text', id: idOf('text'), text: [part], ...base });
  };
  for (const token of marked.lexer(body)) {
    const runs = () => inline('tokens' in token && token.tokens ? token.tokens : [], {}, setup);
    if (token.type === 'space' || token.type === 'html') continue;
    if (token.type === 'heading') {
      const { depth } = token as Tokens.Heading;
      if (depth > 2) add({ is: 'heading', runs: runs() });
      else blocks.push({ kind: 'heading', id: idOf('heading'), text: wordsOf(runs()), ...base });
    } else if (token.type === 'list') {
      const list = token as Tokens.List;
      add({ is: list.ordered ? 'numbers' : 'bullets', items: linesOf(list, setup) });
    } else if (token.type === 'blockquote') {
      for (const inner of (token as Tokens.Blockquote).tokens) add({ is: 'quote', runs: inline([inner], {}, setup) });
    } else add({ is: 'paragraph', runs: token.type === 'paragraph' ? runs() : runsOf(textOf(token), {}) });
  }
  return {
    id: idFrom(name, taken('id'), 'page') as PageId,
    address: idFrom(own('address') || name, taken('address'), 'page'),
    title: name,
    ...(own('heading') ? { heading: wordsOf(runsOf(own('heading'), {})) } : {}),
    description: own('description').slice(0, 300),
    door: doorOf(own('door'), setup),
    outside: { view: 'nothing' },
    blocks,
  };
}

const wordsOf = (runs: readonly Run[]): Words =>
  runs.map((run) => (typeof run === 'string' ? run : 'chip' in run ? { chip: run.chip, or: run.or } : run.text));

function doorOf(name: string, setup: Setup): DoorUse {
  if (name === 'everyone') return { everyone: true };
  const door = setup.doc.doors.find((one) => !one.retired && (one.title === name || one.id === name));
  return door ? { named: door.id } : { rule: nobody };
}
