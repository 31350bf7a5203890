/**
 * Purpose: a receipt as a page of PDF.
 * How: the faces that ship come in parts, one a script; each run of letters is written in the first part that has them, so
 * that any name of the languages they cover can be written.
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { create, type Font } from 'fontkit';
import PDFDocument from 'pdfkit';
import type { ReceiptView } from '../../contract';

const LEFT = 64;
const RIGHT = 531;
const QUIET = '#555366';
const INK = '#1E2233';

type Face = readonly { readonly name: string; readonly font: Font }[];
const files = createRequire(import.meta.url);
const part = (pack: string, script: string) => {
  const data = readFileSync(files.resolve(`@fontsource-variable/${pack}/files/${pack}-${script}-wght-normal.woff2`));
  return { name: `${pack}-${script}`, data, font: create(data) as Font };
};
const faces = () => ({
  text: ['latin', 'latin-ext', 'cyrillic', 'greek'].map((script) => part('source-sans-3', script)),
  head: ['latin', 'latin-ext'].map((script) => part('besley', script)),
});
let loaded: ReturnType<typeof faces> | null = null;

/** A text as runs of one part of a face each. */
function runsOf(text: string, face: Face): { text: string; name: string }[] {
  const runs: { text: string; name: string }[] = [];
  for (const letter of text) {
    const has = face.find(({ font }) => font.hasGlyphForCodePoint(letter.codePointAt(0)!)) ?? face[0]!;
    const last = runs.at(-1);
    if (last?.name === has.name || (last && letter === ' ')) last.text += letter;
    else runs.push({ text: letter, name: has.name });
  }
  return runs;
}

export function receiptPdf(receipt: ReceiptView, accent: string, locale: string): PDFKit.PDFDocument {
  loaded ??= faces();
  const { text, head } = loaded;
  const info = { Title: receipt.title, Author: receipt.from };
  const doc = new PDFDocument({ size: 'A4', margin: LEFT, info, lang: locale, font: text[0]!.data as never });
  for (const { name, data } of [...text, ...head]) doc.registerFont(name, data as never);
  /** Writes from `LEFT` on, in lines as wide as they may be. */
  const write = (words: string, face: Face, size: number, width = RIGHT - LEFT) => {
    const runs = runsOf(words, face);
    const y = doc.y;
    runs.forEach((run, at) => {
      doc.font(run.name).fontSize(size);
      const options = { width, continued: at < runs.length - 1 };
      if (at === 0) doc.text(run.text, LEFT, y, options);
      else doc.text(run.text, options);
    });
  };
  /** Writes one line that ends at `RIGHT`. */
  const writeRight = (words: string, face: Face, size: number, y: number) => {
    const runs = runsOf(words, face);
    doc.fontSize(size);
    let x = RIGHT - runs.reduce((sum, run) => sum + doc.font(run.name).widthOfString(run.text), 0);
    for (const run of runs) {
      doc.font(run.name).text(run.text, x, y, { lineBreak: false });
      x += doc.widthOfString(run.text);
    }
  };
  const rule = () => {
    doc.moveTo(LEFT, doc.y).lineTo(RIGHT, doc.y).lineWidth(0.7).strokeColor('#8A8797').stroke();
    doc.y += 8;
  };
  doc.fillColor(accent);
  write(receipt.from, head, 20);
  doc.y += 22;
  doc.fillColor(INK);
  write(receipt.title, head, 16);
  write(receipt.date, text, 11);
  doc.y += 12;
  for (const line of receipt.to) write(line, text, 11);
  doc.y += 22;
  rule();
  for (const { label, note, amount } of receipt.lines) {
    const { y } = doc;
    writeRight(amount, text, 11, y);
    doc.y = y;
    write(label, text, 11, 330);
    doc.fillColor(QUIET);
    if (note) write(note, text, 9.5, 330);
    doc.fillColor(INK);
    doc.y += 6;
  }
  rule();
  const { y } = doc;
  writeRight(receipt.total, head, 15, y);
  doc.y = y + 40;
  doc.fillColor(QUIET);
  for (const note of receipt.notes) write(note, text, 10);
  doc.end();
  return doc;
}
