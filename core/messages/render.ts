/**
 * Purpose: a message for one reader, as subject, plain text and HTML, from the owner's template.
 * Invariant: every value is escaped in the HTML; secrets (a code, a link) come only from the word source; what a
 * person wrote about themselves is never a link, whatever a mail program makes of words that look like one.
 */
import { isPersonal, say, type WordSource } from '../kernel';
import { escapeHtml } from './html';
import type { MessageItem } from './message';
import { partKindOf, type Look } from './parts';

export type RenderedMessage = { readonly subject: string; readonly text: string; readonly html: string };

/** Renders a template. A part whose chip has no value falls back as the template says. */
export function renderMessage(message: MessageItem, source: WordSource, look: Look): RenderedMessage {
  const safe: WordSource = (chip) => {
    const word = source(chip);
    return word !== null && isPersonal(chip) ? unlinked(word) : word;
  };
  const parts = message.parts.flatMap((part) => partKindOf(part).render(part, safe, look) ?? []);
  return {
    subject: say(message.subject, safe).replace(/[\r\n]+/g, ' '),
    text: `${parts.map(({ text }) => text).join('\n\n')}\n\n-- \n${look.siteName}\n`,
    html: page(look, parts.map(({ html }) => html).join('\n')),
  };
}

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
