/** Purpose: changes of the draft that are not at the server yet, kept in this tab over a reload. */
import type { ItemKind } from '../../../core/setup';

const KEY = 'desk.draft';

/** `sent`: what went to the server last and was not answered; where that stands there, it is one's own. */
export type Unsaved = {
  readonly version: number;
  readonly body: Record<string, unknown>;
  readonly sent?: Record<string, unknown>;
};

/** What somebody was asked about when two had changed one item: their own state of it. */
export type Asked = {
  readonly kind: ItemKind;
  readonly id: string;
  readonly mine: Record<string, unknown>;
  readonly says: string;
};

const ASKED = 'desk.draft.asked';

export function askedKept(): Asked | null {
  try {
    return JSON.parse(sessionStorage.getItem(ASKED) ?? 'null') as Asked | null;
  } catch {
    return null;
  }
}

export function keepAsked(asked: Asked | null): void {
  try {
    if (asked) sessionStorage.setItem(ASKED, JSON.stringify(asked));
    else sessionStorage.removeItem(ASKED);
  } catch {
    // As below.
  }
}

export function unsavedKept(): Record<string, Unsaved> {
  try {
    return JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Record<string, Unsaved>;
  } catch {
    return {};
  }
}

export function keepUnsaved(all: Readonly<Record<string, Unsaved>>): void {
  try {
    if (Object.keys(all).length) sessionStorage.setItem(KEY, JSON.stringify(all));
    else sessionStorage.removeItem(KEY);
  } catch {
    // A browser that keeps nothing: what is typed stays until the page is left.
  }
}
