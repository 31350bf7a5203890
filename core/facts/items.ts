/** Purpose: groups and topics as the owner sets them up. */
import { z } from 'zod';
import { GroupId, Text, Title, TopicId } from '../kernel';

export const GroupItem = z.strictObject({ id: GroupId, title: Title, retired: z.boolean().optional() });
export type GroupItem = z.infer<typeof GroupItem>;
export const TopicItem = z.strictObject({ id: TopicId, title: Title, text: Text, retired: z.boolean().optional() });
export type TopicItem = z.infer<typeof TopicItem>;
