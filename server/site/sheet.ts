/**
 * Purpose: of the site's style sheet what one page can use. A slow phone reads every rule before it draws anything, and
 * a page uses a third of them; the script brings the whole sheet, before it changes anything.
 * Invariant: what is left out can match nothing in the page as it was sent, so that the page looks the same.
 */
import postcss, { type AtRule, type ChildNode, type Rule } from 'postcss';

/** One selector and the classes without which it matches nothing. */
type Selector = { readonly text: string; readonly classes: readonly string[] };
type Part =
  | { readonly selectors: readonly Selector[]; readonly body: string }
  | { readonly within: string; readonly parts: readonly Part[] }
  | { readonly always: string };

/** Makes of an HTML document's text the rules that apply to it. */
export type Sheet = (html: string) => string;

/**
 * @param css the whole sheet
 * @param also classes that a page may be given later without its script
 */
export function sheetOf(css: string, also: readonly string[] = []): Sheet {
  const parts = postcss.parse(css).nodes.map(partOf);
  return (html) => {
    const classes = new Set(also);
    for (const [, names] of html.matchAll(/\sclass="([^"]*)"/g))
      for (const name of names!.split(' ')) classes.add(name);
    return parts.map((part) => textOf(part, classes)).join('');
  };
}

function textOf(part: Part, classes: ReadonlySet<string>): string {
  if ('always' in part) return part.always;
  if ('within' in part) {
    const inner = part.parts.map((one) => textOf(one, classes)).join('');
    return inner && `${part.within}{${inner}}`;
  }
  const used = part.selectors.filter((one) => one.classes.every((name) => classes.has(name)));
  return used.length ? `${used.map(({ text }) => text).join(',')}{${part.body}}` : '';
}

function partOf(node: ChildNode): Part {
  if (node.type === 'rule') return { selectors: (node as Rule).selectors.map(selectorOf), body: bodyOf(node) };
  const at = node as AtRule;
  if (node.type === 'atrule' && (at.name === 'media' || at.name === 'supports') && at.nodes)
    return { within: `@${at.name} ${at.params}`, parts: at.nodes.map(partOf) };
  return { always: node.type === 'comment' ? '' : node.toString() };
}

const bodyOf = (rule: Rule): string => rule.nodes.map((node) => node.toString()).join(';');

/** What stands in a bracket may be one of several, or what must not be: none of it is needed. */
function selectorOf(text: string): Selector {
  const sure = text.replace(/:(?:not|is|where|has)\((?:[^()]|\([^()]*\))*\)/g, '').replace(/\[[^\]]*\]/g, '');
  return { text, classes: [...sure.matchAll(/\.([\w-]+)/g)].map(([, name]) => name!) };
}
