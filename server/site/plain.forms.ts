/** Purpose: the site's forms sent without script, as each area reads its own: a plain POST to the place itself. */
import type { Attempt, DoneAct } from '../../contract';
import { facetOf, sentAs, type FieldItem, type RawAnswer } from '../../core/fields';
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

/** Reads what was sent to an address; null where it has no such form. */
type PlainForm = ((rest: string, body: PlainBody, setup: Setup) => PlainSend | null) & {
  /** Pictures may come along. */
  readonly pictures?: true;
};

/** The forms of an area, by their address: `account`; with `/*` where more stands behind it: `join/*`. */
export type PlainForms = Readonly<Record<string, PlainForm>>;

/** A form with which pictures may come along. */
export const withPictures = (form: PlainForm): PlainForm => Object.assign(form, { pictures: true as const });

/** The forms of all areas. */
export class FormsTogether {
  private readonly byAddress = new Map<string, PlainForm[]>();

  /** @param areas in working order: of two that read a form of the same address the later is asked first */
  constructor(areas: readonly PlainForms[]) {
    for (const forms of areas)
      for (const [address, form] of Object.entries(forms))
        this.byAddress.set(address, [form, ...(this.byAddress.get(address) ?? [])]);
  }

  /** Where forms may be sent to. */
  get paths(): RegExp {
    return new RegExp(`^/(${[...this.byAddress.keys()].map((one) => one.replace('*', '[^/]+')).join('|')})$`);
  }

  private standing(path: string): { readonly forms: readonly PlainForm[]; readonly rest: string } {
    const [, first = '', rest, ...more] = path.split('/');
    const address = rest === undefined ? first : `${first}/*`;
    const there = more.length === 0 && rest !== '' ? this.byAddress.get(address) : undefined;
    return { forms: there ?? [], rest: rest ?? '' };
  }

  /** What may be sent to a path as a form; null where none may be. */
  at(path: string): { readonly pictures: boolean } | null {
    const { forms } = this.standing(path);
    return forms.length ? { pictures: forms.some(({ pictures }) => pictures) } : null;
  }

  read(path: string, body: PlainBody, setup: Setup): PlainSend | null {
    const { forms, rest } = this.standing(path);
    for (const form of forms) {
      const send = form(rest, body, setup);
      if (send) return send;
    }
    return null;
  }
}

export const oneOf = (value: string | string[] | undefined): string =>
  Array.isArray(value) ? (value[0] ?? '') : (value ?? '');

/** Makes a send of texts. @param shown the inputs that may be shown again */
export const plainSend = (form: string, body: PlainBody, run: PlainSend['run'], ...shown: string[]): PlainSend => ({
  form,
  run,
  typed: Object.fromEntries(shown.map((name) => [name, oneOf(body[name])])),
});

/** An answer to a field as its sort of value has it, since a plain form sends text alone. */
export const plainAnswer = (of: FieldItem['of'], value: string | string[] | undefined): RawAnswer =>
  sentAs(value, facetOf(of).is);
