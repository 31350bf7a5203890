/** Purpose: the site's forms sent without script, as each area reads its own: a plain POST to the place itself. */
import type { Attempt, DoneAct } from '../../contract';
import type { RawAnswer } from '../../core/fields';
import type { Setup } from '../../core/setup';
import type { Call } from '../callers';

export type PlainBody = Readonly<Record<string, string | string[] | undefined>>;

export type PlainSend = {
  /** The form's name, as the place knows it. */
  readonly form: string;
  /** What was typed and may be shown again: never a password or a code. */
  readonly typed: Attempt['typed'];
  /** What is said at the same place once it is done. */
  readonly done?: DoneAct;
  /** @throws what the endpoint throws */
  readonly run: (context: Call) => Promise<unknown>;
};

/** The forms of an area, by the first part of their address; null where an address has none. */
export type PlainForms = Readonly<Record<string, (rest: string, body: PlainBody, setup: Setup) => PlainSend | null>>;

export const oneOf = (value: string | string[] | undefined): string =>
  Array.isArray(value) ? (value[0] ?? '') : (value ?? '');

/** Makes a send of texts. @param shown the inputs that may be shown again */
export const plainSend = (form: string, body: PlainBody, run: PlainSend['run'], ...shown: string[]): PlainSend => ({
  form,
  run,
  typed: Object.fromEntries(shown.map((name) => [name, oneOf(body[name])])),
});

/** An answer as its kind has it, since a plain form sends text alone. */
export function plainAnswer(kind: string | undefined, value: string | string[] | undefined): RawAnswer {
  if (kind === 'agreement') return oneOf(value) === 'true';
  if (kind === 'severalChoices' || kind === 'topics')
    return value === undefined ? [] : Array.isArray(value) ? value : [value];
  if (kind === 'dateRange') return Array.isArray(value) ? value : oneOf(value);
  if (kind === 'yesNo') return value === undefined ? null : oneOf(value) === 'true';
  return oneOf(value);
}
