/** Purpose: what groups and topics add to the set-up. */
import { listKind, type SetupOf } from '../kernel';
import { GroupItem, TopicItem } from './items';

export const factKinds = {
  group: listKind({ schema: GroupItem, list: 'groups', since: 1, area: 'members', references: () => [] }),
  topic: listKind({ schema: TopicItem, list: 'topics', since: 1, area: 'messages', references: () => [] }),
};

export type FactsSetup = SetupOf<typeof factKinds>;
