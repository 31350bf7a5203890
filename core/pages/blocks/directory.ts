/**
 * Purpose: the block that lists members to each other.
 * Invariant: nobody stands in it who has not agreed, and nothing of them that its viewer may not see: who is listed is
 * looked up for this viewer alone (`Shelf.listed`), and without that the block shows nothing.
 */
import { z } from 'zod';
import { FieldId, Title } from '../../kernel';
import { blocksSay } from './blocks.sentences';
import { ListedView, blockBase, type BlockKind } from './kind';

const line = z.string();

const directoryOf = z.strictObject({
  kind: z.literal('directory'),
  ...blockBase,
  title: Title,
  /** The field by which somebody agrees to stand here: a yes, or an agreement. */
  agreed: FieldId,
  /** What is told of them beside the name, as far as members see it of each other. */
  fields: z.array(FieldId).max(8),
});
export type DirectoryBlock = z.infer<typeof directoryOf>;

const directoryView = z.object({ kind: z.literal('directory'), id: line, title: line, listed: ListedView });
export const directory: BlockKind<DirectoryBlock, z.infer<typeof directoryView>> & {
  schema: typeof directoryOf;
  view: typeof directoryView;
} = {
  called: (reader) => blocksSay(reader).directory,
  calledOnPage: (reader) => blocksSay(reader).itsOwn_directory,
  heads: () => 'part',
  schema: directoryOf,
  view: directoryView,
  lookedUp: true,
  references: ({ agreed, fields }) => [
    { at: 'agreed', kind: 'fields', id: agreed },
    ...fields.map((id, at) => ({ at: `fields.${at}`, kind: 'fields' as const, id })),
  ],
  chips: () => [],
  // Who stands in it is found in the list of members, not by searching pages.
  plain: ({ title }) => [title],
  show({ id, title }, _words, shelf) {
    const listed = shelf.listed(id);
    return listed && { kind: 'directory', id, title, listed };
  },
};
