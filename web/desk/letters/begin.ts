/** Purpose: a letter of its own for a place that needs one, with words to begin with. */
import { asTitle, type MessageId } from '../../../core/kernel';
import type { MessageItem } from '../../../core/messages';
import { idFrom } from '../../../core/setup';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { lettersSay } from './letters.sentences';

/** @returns the id of a letter that ships: the site's own under that id or title, or made as it ships */
export function readyLetter(letter: MessageItem): MessageId {
  const draft = useDraft();
  const all = draft.ofKind('message');
  const there = all.find(
    ({ id, body }) => body['retired'] !== true && (id === letter.id || body['title'] === letter.title),
  );
  if (there) return there.id as MessageId;
  const id = idFrom(
    letter.id,
    all.map((one) => one.id),
    'letter',
  ) as MessageId;
  draft.edit('message', id, { ...structuredClone(letter), id });
  return id;
}

/** @returns the letter of that title; it is made, with a greeting and these words, where there is none */
export function letterFor(begun: Record<'title' | 'subject' | 'words', string>): MessageId {
  const { subject, words } = begun;
  const title = asTitle(begun.title);
  const draft = useDraft();
  const says = lettersSay(reader);
  const all = draft.ofKind('message');
  const there = all.find(({ body }) => body['title'] === title && body['retired'] !== true);
  if (there) return there.id as MessageId;
  const id = idFrom(
    title,
    all.map((one) => one.id),
    'letter',
  ) as MessageId;
  const greeting = [says.hello, { chip: 'firstName', or: says.helloThere }, ','] as const;
  const letter: MessageItem = {
    id,
    title,
    subject,
    parts: [
      { part: 'text', words: [...greeting] },
      { part: 'text', words },
    ],
  };
  draft.edit('message', id, letter);
  return id;
}
