/** Purpose: groups and topics in words. */
import { line, sayings, type Line } from '../lines';
import type { GroupItem, TopicItem } from './items';

type Told = Parameters<typeof sayings>[0];

export const factKindLines = {
  group: ({ title }: GroupItem, setup: Told): Line[] => line('title', sayings(setup).title, title),
  topic: ({ title, text }: TopicItem, setup: Told): Line[] => [
    ...line('title', sayings(setup).title, title),
    ...line('text', sayings(setup).text, text),
  ],
};
