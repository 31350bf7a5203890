/** Purpose: what ready set-ups are made of, in the words of the set-up's file. */

type Named = { readonly id: string; readonly [more: string]: unknown };

/** What a ready set-up puts in the place of the plain one's, or beside it. */
export type Parts = {
  readonly fields: readonly object[];
  /** What the form asks beside name, address and password. */
  readonly form: readonly object[];
  readonly levels: readonly object[];
  /** The first is the one that the form leads to. */
  readonly paths: readonly Named[];
  readonly doors: readonly object[];
  readonly pages: readonly object[];
  /** Pages of the head's menu behind the first, in order. */
  readonly menu: readonly string[];
  /** Letters beside the plain ones, or in their place where they have their id. */
  readonly messages: readonly Named[];
};

export const confirmEmail = {
  kind: 'confirmEmail',
  id: 'confirm',
  title: 'Confirm email',
  lifetime: { count: 2, unit: 'hours' },
  limit: { count: 7, unit: 'days' },
  message: 'confirm-email',
};
export const reviewGate = {
  kind: 'review',
  id: 'review',
  title: 'Review',
  reader: 'The committee',
  target: { count: 5, unit: 'days' },
  limit: { count: 14, unit: 'days' },
  then: 'askAgain',
  reminder: 'review-reminder',
};

/** Everybody who has been let in. */
export const inside = { id: 'inside', title: 'Everybody inside', rule: { fact: 'standing', is: ['admitted'] } };

export const ofForm = (field: string, required = true) => ({ part: 'field', field, required });

export const agreement = (agree: string, text: readonly string[]) => ({
  id: 'house-rules',
  label: 'House rules',
  of: { kind: 'agreement', agree, text, version: 1 },
  seenBy: 'member',
  changedBy: 'nobody',
});

export const text = (...paragraphs: (string | unknown[])[]) => ({
  kind: 'text',
  id: 'words',
  text: paragraphs.map((words) => ({ is: 'paragraph', runs: typeof words === 'string' ? [words] : words })),
});

/** Whoever is shut out is told what it is, and the ways in. */
export const page = (id: string, title: string, description: string, door: object, blocks: readonly object[]) => ({
  id,
  address: id,
  title,
  description,
  door,
  outside: 'everyone' in door ? { view: 'nothing' } : { view: 'note', note: description },
  blocks,
});

export const letter = (id: string, title: string, words: string) => ({
  id,
  title,
  subject: ['Welcome to ', { chip: 'siteName', or: 'us' }],
  parts: [
    { part: 'text', words: ['Hello ', { chip: 'firstName', or: 'there' }, ','] },
    { part: 'text', words: [words] },
    { part: 'button', label: 'Go in' },
  ],
});
