/** Purpose: the blocks about membership: the card of the person looking, and the levels with what they cost. */
import { z } from 'zod';
import { LevelId, Title, type ChipName } from '../../kernel';
import { pagesSays } from '../pages.sentences';
import { blocksSay } from './blocks.sentences';
import { blockBase, type BlockKind } from './kind';

const line = z.string();

/** Shown only to those who hold a level. */
const cardOf = z.strictObject({ kind: z.literal('card'), ...blockBase });
const cardView = z.object({
  kind: z.literal('card'),
  id: line,
  level: line,
  number: line,
  name: line,
  groups: line.nullable(),
  until: line.nullable(),
});
const onCard: readonly ChipName[] = ['level', 'number', 'fullName', 'groups', 'termEnd'];

export const card: BlockKind<z.infer<typeof cardOf>, z.infer<typeof cardView>> & {
  schema: typeof cardOf;
  view: typeof cardView;
} = {
  called: (reader) => blocksSay(reader).card,
  calledOnPage: (reader) => blocksSay(reader).itsOwn_card,
  heads: () => null,
  schema: cardOf,
  view: cardView,
  references: () => [],
  chips: () => onCard,
  // It is of whoever looks, and of nobody in particular.
  plain: () => [],
  show({ id }, words, { reader }) {
    const level = words('level');
    const name = words('fullName');
    if (level === null || name === null) return null;
    const until = words('termEnd');
    return {
      kind: 'card',
      id,
      level,
      name,
      number: words('number') ?? '',
      groups: words('groups'),
      until: until === null ? null : pagesSays(reader).memberUntil({ date: until }),
    };
  },
};

const levelsOf = z.strictObject({
  kind: z.literal('levels'),
  ...blockBase,
  title: Title,
  levels: z.array(LevelId).min(1),
});
const levelsView = z.object({
  kind: z.literal('levels'),
  id: line,
  title: line,
  levels: z.array(z.object({ title: line, price: line, about: line.nullable() })),
});

export const levels: BlockKind<z.infer<typeof levelsOf>, z.infer<typeof levelsView>> & {
  schema: typeof levelsOf;
  view: typeof levelsView;
} = {
  called: (reader) => blocksSay(reader).levels,
  calledOnPage: (reader) => blocksSay(reader).itsOwn_levels,
  heads: () => 'part',
  schema: levelsOf,
  view: levelsView,
  references: (block) => block.levels.map((id) => ({ at: 'levels', kind: 'levels', id })),
  chips: () => [],
  plain: ({ title }) => [title],
  show: (block, _words, shelf) => ({
    kind: 'levels',
    id: block.id,
    title: block.title,
    levels: shelf.levels(block.levels).map(({ level, price }) => ({
      title: level.title,
      price,
      about: level.about ?? null,
    })),
  }),
};
