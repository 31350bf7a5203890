/**
 * Purpose: a message for one reader, as subject, plain text and HTML, from the owner's template.
 * Invariant: every value is escaped in the HTML; secrets (a code, a link) come only from the word source; what a
 * person wrote about themselves is never a link, whatever a mail program makes of words that look like one.
 */
import { never, say, type ChipName, type WordSource } from '../kernel';
import type { MessageItem } from '../setup';

export type Look = {
  readonly siteName: string;
  readonly accent: string;
  readonly tint: string;
  readonly paper: string;
};
export type Rendered = { readonly subject: string; readonly text: string; readonly html: string };

/** Renders a template. A part whose chip has no value falls back as the template says. */
export function renderMessage(message: MessageItem, source: WordSource, look: Look): Rendered {
  const safe: WordSource = (chip) => {
    const word = source(chip);
    return word !== null && isPersonal(chip) ? unlinked(word) : word;
  };
  const paragraphs: string[] = [];
  const blocks: string[] = [];
  for (const part of message.parts) {
    switch (part.part) {
      case 'text': {
        const text = say(part.words, safe);
        if (text.trim() === '') break;
        paragraphs.push(text);
        blocks.push(`<p style="margin:0 0 16px">${escapeHtml(text).replaceAll('\n', '<br>')}</p>`);
        break;
      }
      case 'code': {
        const code = source('code') ?? '';
        paragraphs.push(`    ${code}`);
        blocks.push(
          `<p style="margin:0 0 16px;padding:12px 16px;background:${look.tint};font-size:28px;font-weight:600">${escapeHtml(code)}</p>`,
        );
        break;
      }
      case 'button': {
        const link = source('link') ?? '';
        paragraphs.push(`${part.label}:\n${link}`);
        blocks.push(
          `<p style="margin:0 0 16px"><a href="${escapeHtml(link)}" style="display:inline-block;padding:10px 18px;background:${look.accent};color:#FFFFFF;text-decoration:none;font-weight:600;border-radius:3px">${escapeHtml(part.label)}</a></p>`,
        );
        break;
      }
      default:
        never(part);
    }
  }
  return {
    subject: say(message.subject, safe).replace(/[\r\n]+/g, ' '),
    text: `${paragraphs.join('\n\n')}\n\n-- \n${look.siteName}\n`,
    html: page(look, blocks.join('\n')),
  };
}

/** Whether a word is one that its subject wrote, perhaps to be read by somebody else. */
const isPersonal = (chip: ChipName): boolean =>
  ['firstName', 'fullName', 'memberName', 'mail'].includes(chip) || chip.startsWith('field:');

/**
 * Words that a mail program would make into a link, broken so that it does not: a word joiner (U+2060), which has no
 * width, after each mark that addresses are known by.
 */
const unlinked = (text: string): string =>
  text.replace(/(?<=[\p{L}\p{N}])([.@])(?=[\p{L}\p{N}])|(:)(?=\/\/)/gu, (mark) => `${mark}\u2060`);

const page = (look: Look, body: string) => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"></head>
<body style="margin:0;background:${look.tint};font:16px/24px 'Source Sans 3',system-ui,sans-serif;color:#241B28">
<div style="max-width:560px;margin:0 auto;padding:24px">
<div style="background:${look.paper};padding:24px 28px">
<p style="margin:0 0 20px;font:600 19px/26px Rockwell,Georgia,serif;color:${look.accent}">${escapeHtml(look.siteName)}</p>
${body}
</div></div></body></html>`;

export function escapeHtml(text: string): string {
  return text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
}
