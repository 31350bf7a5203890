/**
 * Purpose: whoever sets a larger text size in the browser gets larger text: sizes of text, and of what has to hold it,
 * are written in px and built as rem (CSS Values 4, section 6.1.1: by the font size of the root).
 * How: `font`, `font-size` and `line-height` always; heights only where no width stands beside them in px, since then
 * it is the size of a drawing and not of a line of text. Breakpoints go by the size of text too (`em` in a media query
 * is the root's), so that large text is laid out as a narrow window is. Borders and gaps stay.
 */
import type { ChildNode, Plugin } from 'postcss';

const ROOT = 16;
const TEXT = /^(font|font-size|line-height)$/;
const HOLDS = /^(min-)?height$/;
/** Lines and marks are smaller than any text. */
const LEAST = 18;

const inRem = (value: string): string =>
  value.replace(/(?<![\w.#-])(\d*\.?\d+)px\b/g, (_, px: string) => `${Number((Number(px) / ROOT).toFixed(5))}rem`);
const px = (value = ''): string | undefined => /^(\d*\.?\d+)px$/.exec(value.trim())?.[1];

/** A plugin of PostCSS. */
export const textInRem = (): Plugin => ({
  postcssPlugin: 'text-in-rem',
  AtRule(rule) {
    if (rule.name === 'media' && rule.params.includes('px')) rule.params = inRem(rule.params).replaceAll('rem', 'em');
  },
  Declaration(declaration) {
    const { prop, value, parent } = declaration;
    if (!value.includes('px')) return;
    if (TEXT.test(prop)) declaration.value = inRem(value);
    else if (HOLDS.test(prop) && Number(px(value) ?? 0) >= LEAST) {
      const nodes: readonly ChildNode[] = parent && 'nodes' in parent ? (parent.nodes ?? []) : [];
      const drawn = nodes.some((node) => node.type === 'decl' && node.prop === 'width' && px(node.value) !== undefined);
      if (!drawn) declaration.value = inRem(value);
    }
  },
});
