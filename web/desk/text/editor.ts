/** Purpose: what the editor of formatted text knows: just what a text may hold, so that what is pasted becomes that. */
import { Mark, Node, mergeAttributes, type Extensions } from '@tiptap/core';
import StarterKit from '@tiptap/starter-kit';
import { HEADING } from './document';

/** A personal word, shown by its name. */
const chip = (nameOf: (chip: string) => string) =>
  Node.create({
    name: 'chip',
    group: 'inline',
    inline: true,
    atom: true,
    selectable: true,
    addAttributes: () => ({ chip: { default: '' }, or: { default: '' } }),
    parseHTML: () => [
      {
        tag: 'span[data-chip]',
        getAttrs: (element) => ({ chip: element.dataset['chip'] ?? '', or: element.dataset['or'] ?? '' }),
      },
    ],
    renderHTML: ({ node }) => {
      const { chip: name, or } = node.attrs as { chip: string; or: string };
      return ['span', { class: 'chip', 'data-chip': name, 'data-or': or }, nameOf(name)];
    },
    renderText: ({ node }) => nameOf((node.attrs as { chip: string }).chip),
  });

/** Where words lead; pasted links to elsewhere are kept where they are whole addresses. */
const leads = Mark.create({
  name: 'leads',
  inclusive: false,
  addAttributes: () => ({ to: { default: '' } }),
  parseHTML: () => [
    { tag: 'a[data-to]', getAttrs: (element) => ({ to: element.dataset['to'] ?? '' }) },
    {
      tag: 'a[href^="https://"], a[href^="http://"]',
      getAttrs: (element) => ({ to: JSON.stringify({ address: element.getAttribute('href') }) }),
    },
  ],
  renderHTML: ({ mark, HTMLAttributes }) => {
    const { to } = mark.attrs as { to: string };
    // Within the editor a link is words like others: a click puts the caret there.
    return ['a', mergeAttributes(HTMLAttributes, { 'data-to': to }), 0];
  },
});

export const knownTo = (nameOf: (chip: string) => string): Extensions => [
  StarterKit.configure({
    code: false,
    codeBlock: false,
    hardBreak: false,
    horizontalRule: false,
    link: false,
    strike: false,
    underline: false,
    heading: { levels: [HEADING] },
    blockquote: {},
    trailingNode: false,
  }),
  chip(nameOf),
  leads,
];
