/** Purpose: what messages add to the set-up. */
import { listKind, referencesOfChips, singleKind, type Reference, type SetupOf } from '../kernel';
import { AccountMessages, MessageItem, chipsOfMessage } from './message';

export const messageKinds = {
  message: listKind({
    schema: MessageItem,
    list: 'messages',
    since: 1,
    area: 'messages',
    references: (message) => referencesOfChips(chipsOfMessage(message)),
  }),
  account: singleKind({
    schema: AccountMessages,
    area: 'messages',
    references: (account): Reference[] =>
      Object.entries(account).flatMap(([at, id]) => (id ? [{ at, kind: 'messages', id }] : [])),
  }),
};

export type MessagesSetup = SetupOf<typeof messageKinds>;
