/** Purpose: the parts a message is made of. To add one, write it and name it here; the compiler asks for the rest. */
import { lineFor } from '../../kernel/table';
import { z } from 'zod';
import { Title, Words, chipsIn, say, type ChipName, type WordSource } from '../../kernel';
import { escapeHtml } from '../html';

export type Look = {
  readonly siteName: string;
  readonly accent: string;
  readonly tint: string;
  readonly paper: string;
};
/** As plain text and as HTML; null where there is nothing to say. */
export type Rendered = { readonly text: string; readonly html: string } | null;

type PartKind<P extends { part: string }> = {
  readonly schema: z.ZodType<P>;
  chips(part: P): ChipName[];
  render(part: P, source: WordSource, look: Look): Rendered;
};

const textOf = z.strictObject({ part: z.literal('text'), words: Words });
const text: PartKind<z.infer<typeof textOf>> & { schema: typeof textOf } = {
  schema: textOf,
  chips: ({ words }) => chipsIn(words),
  render({ words }, source) {
    const said = say(words, source);
    if (said.trim() === '') return null;
    return { text: said, html: `<p style="margin:0 0 16px">${escapeHtml(said).replaceAll('\n', '<br>')}</p>` };
  },
};

const codeOf = z.strictObject({ part: z.literal('code') });
const code: PartKind<z.infer<typeof codeOf>> & { schema: typeof codeOf } = {
  schema: codeOf,
  chips: () => ['code'],
  render(_, source, look) {
    const word = source('code') ?? '';
    return {
      text: `    ${word}`,
      html: `<p style="margin:0 0 16px;padding:12px 16px;background:${look.tint};font-size:28px;font-weight:600">${escapeHtml(word)}</p>`,
    };
  },
};

const buttonOf = z.strictObject({ part: z.literal('button'), label: Title });
const button: PartKind<z.infer<typeof buttonOf>> & { schema: typeof buttonOf } = {
  schema: buttonOf,
  chips: () => ['link'],
  render({ label }, source, look) {
    const link = source('link') ?? '';
    return {
      text: `${label}:\n${link}`,
      html: `<p style="margin:0 0 16px"><a href="${escapeHtml(link)}" style="display:inline-block;padding:10px 18px;background:${look.accent};color:#FFFFFF;text-decoration:none;font-weight:600;border-radius:3px">${escapeHtml(label)}</a></p>`,
    };
  },
};

export const partKinds = { text, code, button } as const;

export const MessagePart = z.discriminatedUnion('part', [text.schema, code.schema, button.schema]);
export type MessagePart = z.infer<typeof MessagePart>;

partKinds satisfies {
  readonly [K in MessagePart['part'] | keyof typeof partKinds]: PartKind<Extract<MessagePart, { part: K }>>;
};

export const partKindOf = (part: MessagePart): PartKind<MessagePart> => lineFor(partKinds, part.part);
