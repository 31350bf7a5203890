import { describe, expect, it } from 'vitest';
import { quillmoor } from '../../tests/support/quillmoor';
import { renderMessage } from './render';

const look = { siteName: "Quillmoor Beekeepers' Association", accent: '#56365F', tint: '#EEE7F0', paper: '#FFFEFD' };
const message = quillmoor.messages.get('confirm-email')!;

describe('a message', () => {
  const rendered = renderMessage(
    message,
    (chip) =>
      ({
        firstName: 'Ida',
        code: 'Q7H-4KD',
        link: 'http://here.example/confirm/x',
        codeUntil: '19:12 on 14 October 2026',
      })[chip as string] ?? null,
    look,
  );

  it('is plain text with code and link', () => {
    expect(rendered.subject).toBe('Your code for joining Quillmoor');
    expect(rendered.text).toContain('Hello Ida,');
    expect(rendered.text).toContain('    Q7H-4KD');
    expect(rendered.text).toContain('It works until 19:12 on 14 October 2026.');
    expect(rendered.text).toContain('Or confirm here:\nhttp://here.example/confirm/x');
    expect(rendered.text.endsWith("-- \nQuillmoor Beekeepers' Association\n")).toBe(true);
  });

  it('is HTML with the same', () => {
    expect(rendered.html).toContain('Q7H-4KD');
    expect(rendered.html).toContain('href="http://here.example/confirm/x"');
  });

  it('falls back where a word is unknown', () => {
    expect(renderMessage(message, () => null, look).text).toContain('Hello there,');
  });

  it('lets no value break out of the HTML or the subject', () => {
    const declined = quillmoor.messages.get('declined')!;
    const evil = renderMessage(
      declined,
      (chip) => (chip === 'reason' ? '<img src=x onerror=alert(1)>"\nsecond line' : 'A & B'),
      look,
    );
    expect(evil.html).not.toContain('<img');
    expect(evil.html).toContain('&#60;img');
    expect(evil.html).toContain('<br>second line');
    const subject = renderMessage(
      { ...declined, subject: [{ chip: 'reason', or: '' }] },
      () => 'a\r\nBcc: x@y.example',
      look,
    ).subject;
    expect(subject).toBe('a Bcc: x@y.example');
  });

  it('makes no link of what a person wrote, and leaves the owner’s words alone', () => {
    const sent = renderMessage(message, (chip) => (chip === 'firstName' ? 'https://honey.example' : 'x'), look);
    for (const body of [sent.text, sent.html]) {
      expect(body).not.toMatch(/honey\.example|https:\/\/honey/);
      expect(body.replaceAll('\u2060', '')).toContain('https://honey.example');
    }
    const own = { ...message, parts: [{ part: 'text' as const, words: 'See quillmoor.example' }] };
    expect(renderMessage(own, () => null, look).text).toContain('See quillmoor.example');
  });

  it('leaves out a paragraph that has nothing to say', () => {
    expect(renderMessage(quillmoor.messages.get('declined')!, () => null, look).text).not.toMatch(/\n{3,}/);
  });
});
