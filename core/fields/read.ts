/**
 * Purpose: validators made from field definitions. What a person typed becomes a stored value, or one sentence
 * that says what is wrong and how to mend it.
 */
import type { FieldValue } from '../facts';
import { never, ok, refuse, type Result } from '../kernel/result';
import type { FieldItem, FieldKind } from '../setup/schema';
import { readMail } from './mail';

/** As sent by a form: text from inputs, true/false from ticks, a list from several choices. */
export type RawAnswer = string | number | boolean | string[] | null | undefined;

/**
 * Reads one answer.
 * @returns the value to store, or null when nothing was answered and nothing had to be.
 */
export function readAnswer(
  field: Pick<FieldItem, 'of'>,
  raw: RawAnswer,
  required: boolean,
): Result<FieldValue | null, string> {
  const empty =
    raw === undefined ||
    raw === null ||
    (typeof raw === 'string' && raw.trim() === '') ||
    (Array.isArray(raw) && raw.length === 0);
  if (empty) return required ? refuse(missing(field)) : ok(null);
  return readKind(field.of, raw);
}

function missing(field: Pick<FieldItem, 'of'>): string {
  switch (field.of.kind) {
    case 'oneChoice':
    case 'severalChoices':
      return 'Choose an answer.';
    case 'yesNo':
      return 'Answer yes or no.';
    case 'mail':
      return 'Write your address, as name@place.org.';
    case 'number':
      return 'Write a number, 0 if there are none.';
    case 'shortText':
      return field.of.pattern ? `Write it like ${field.of.pattern.example}.` : 'This is needed.';
    case 'longText':
      return 'This is needed.';
    case 'phone':
      return 'Write it in digits, such as 01632 960 001.';
    default:
      return never(field.of);
  }
}

function readKind(of: FieldKind, raw: NonNullable<RawAnswer>): Result<FieldValue, string> {
  switch (of.kind) {
    case 'shortText': {
      const text = clean(raw);
      if (text.length > of.longest)
        return refuse(`There is room for ${of.longest} characters; this has ${text.length}.`);
      if (!of.pattern) return ok(text);
      const shaped = of.pattern.upper ? text.toUpperCase() : text;
      return new RegExp(of.pattern.matches).test(shaped)
        ? ok(shaped)
        : refuse(`That does not look right. Write it like ${of.pattern.example}.`);
    }
    case 'longText': {
      const text = visible(String(raw)).replace(/\r\n?/g, '\n').trim();
      return text.length > of.longest
        ? refuse(`There is room for ${of.longest} characters; this has ${text.length}.`)
        : ok(text);
    }
    case 'number': {
      const typed = typeof raw === 'number' ? raw : Number(String(raw).trim().replace(/,/g, ''));
      if (typeof raw === 'boolean' || Array.isArray(raw) || !Number.isFinite(typed))
        return refuse('Write a number in digits, such as 3.');
      if (of.whole && !Number.isInteger(typed)) return refuse('Write a whole number, such as 3.');
      if (of.least !== undefined && typed < of.least) return refuse(`${of.least} is the least that can be right here.`);
      if (of.most !== undefined && typed > of.most)
        return refuse(`${of.most.toLocaleString('en-GB')} is the most that can be right here.`);
      return ok(typed);
    }
    case 'yesNo':
      return typeof raw === 'boolean' ? ok(raw) : refuse('Answer yes or no.');
    case 'oneChoice':
      return of.choices.some((choice) => choice.id === raw)
        ? ok(String(raw))
        : refuse('Choose one of the answers offered.');
    case 'severalChoices': {
      const chosen = Array.isArray(raw) ? [...new Set(raw)] : [String(raw)];
      return chosen.every((id) => of.choices.some((choice) => choice.id === id))
        ? ok(chosen)
        : refuse('Choose from the answers offered.');
    }
    case 'mail':
      return readMail(String(raw));
    case 'phone': {
      const phone = clean(raw)
        .replace(/[\s().-]+/g, ' ')
        .trim();
      return /^\+?[0-9][0-9 ]{5,19}$/.test(phone)
        ? ok(phone)
        : refuse('Write a phone number in digits, such as 01632 960 001.');
    }
    default:
      return never(of);
  }
}

/**
 * Text without what cannot be seen: marks that turn the direction of writing and characters of no width. Joiners stay
 * between letters of scripts that are written with them (Unicode Standard Annex 31, section 2.3.2).
 */
export const visible = (text: string): string =>
  text
    .replace(/(?![\u200C\u200D])\p{Cf}/gu, '')
    .replace(
      /(?<![\p{Script=Arabic}\p{Script=Devanagari}\p{Script=Bengali}\p{Script=Sinhala}\p{M}])[\u200C\u200D]+/gu,
      '',
    );

/** One line: nothing unseen, no control characters, no doubled spaces, no private-use marks, no halves of characters. */
function clean(raw: NonNullable<RawAnswer>): string {
  return visible(String(raw).normalize('NFC'))
    .replace(/[\p{Cc}\p{Co}\p{Cs}]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();
}
