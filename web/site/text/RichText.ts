/**
 * Purpose: formatted text, by elements of our own: nothing that was written is taken for markup.
 * How: written as functions, since a template's fragments would put three marks around every run of every page.
 */
import { h, type FunctionalComponent, type VNode } from 'vue';
import type { RichView, RunView } from '../../../contract';
import SiteLink from '../SiteLink.vue';

function marked({ text, bold, italic }: Exclude<RunView, string>): VNode | string {
  const inner = italic ? h('i', text) : text;
  return bold ? h('b', [inner]) : inner;
}

const runs = (list: readonly RunView[]): (VNode | string)[] =>
  list.map((run) => {
    if (typeof run === 'string') return run;
    return run.href === null ? marked(run) : h(SiteLink, { to: run.href }, () => marked(run));
  });

const tags = { paragraph: 'p', heading: 'h3', quote: 'blockquote' } as const;

const RichText: FunctionalComponent<{ text: RichView }> = ({ text }) =>
  h(
    'div',
    { class: 'text' },
    text.map((part) => {
      if ('runs' in part) return h(tags[part.is], runs(part.runs));
      const items = part.items.map((item) => h('li', runs(item)));
      return part.is === 'numbers' ? h('ol', { class: 'numbers' }, items) : h('ul', { class: 'points' }, items);
    }),
  );
RichText.props = ['text'];

export default RichText;
