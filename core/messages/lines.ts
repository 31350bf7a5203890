/** Purpose: letters, and which of them the account sends, in words. */
import { never } from '../kernel';
import { line, sayings, titleIn, type Line, type Titled } from '../lines';
import type { AccountMessages, MessageItem } from './message';
import { plainWords } from './plainWords';

type Told = Parameters<typeof plainWords>[1];

function messageLines({ title, subject, parts }: MessageItem, setup: Told): Line[] {
  const says = sayings(setup);
  const body = parts.map((part) => {
    switch (part.part) {
      case 'text':
        return plainWords(part.words, setup);
      case 'code':
        return says.codeHere;
      case 'button':
        return `[${part.label}]`;
      default:
        return never(part);
    }
  });
  return [
    ...line('title', says.title, title),
    ...line('subject', says.subject, plainWords(subject, setup)),
    ...line('body', says.body, body.join(' ')),
  ];
}

export const messageKindLines = {
  message: messageLines,
  account: (account: AccountMessages, setup: Titled<'messages'>): Line[] => {
    const says = sayings(setup);
    const labels = {
      addressKnown: says.known,
      resetPassword: says.reset,
      resetUnknown: says.resetUnknown,
      passwordChanged: says.passwordChanged,
      choosePassword: says.choosePassword,
      staffInvited: says.staffInvited,
    };
    return (Object.keys(labels) as (keyof typeof labels)[]).flatMap((at) =>
      line(at, labels[at], account[at] && titleIn('messages', account[at], setup)),
    );
  },
};
