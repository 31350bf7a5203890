/**
 * Purpose: the blocks that show what was brought in: a picture, and a file to take along.
 * Invariant: what a block says of its file (measure, type, length) was told when it was chosen; the file itself is
 * served by its own door (see `filesOf`).
 */
import { z } from 'zod';
import { FileId, Title, Words, chipsIn, say } from '../../kernel';
import { blocksSay } from './blocks.sentences';
import { blockBase, type BlockKind } from './kind';

const line = z.string();

const measure = z.int().min(1).max(20_000);
/** A picture that was brought in: widths are those it was made in, in points. */
export const PictureUse = z.strictObject({
  file: FileId,
  width: measure,
  height: measure,
  widths: z.array(measure).min(1).max(8),
});
export type PictureUse = z.infer<typeof PictureUse>;

export const PictureView = z.object({ src: line, srcset: line, width: z.number(), height: z.number() });
export type PictureView = z.infer<typeof PictureView>;

export const addressOfPicture = (file: string, width: number): string => `/files/${file}/${width}.webp`;
export const addressOfFile = (file: string): string => `/files/${file}`;

export function showPicture({ file, width, height, widths }: PictureUse): PictureView {
  const made = [...widths].sort((a, b) => a - b);
  const middle = made.find((one) => one >= 900) ?? made.at(-1)!;
  return {
    src: addressOfPicture(file, middle),
    srcset: made.map((one) => `${addressOfPicture(file, one)} ${one}w`).join(', '),
    width,
    height,
  };
}

const pictureOf = z.strictObject({
  kind: z.literal('picture'),
  ...blockBase,
  picture: PictureUse,
  /** What it shows, for whoever does not see it; empty for one that only decorates. */
  alt: z.string().max(300),
  /** It says nothing that is not said beside it. */
  decorates: z.literal(true).optional(),
  caption: Words.optional(),
});
const pictureView = z.object({
  kind: z.literal('picture'),
  id: line,
  picture: PictureView,
  alt: line,
  caption: line.nullable(),
});
export const picture: BlockKind<z.infer<typeof pictureOf>, z.infer<typeof pictureView>> & {
  schema: typeof pictureOf;
  view: typeof pictureView;
} = {
  called: (reader) => blocksSay(reader).picture,
  calledOnPage: (reader) => blocksSay(reader).itsOwn_picture,
  heads: () => null,
  schema: pictureOf,
  view: pictureView,
  references: () => [],
  files: (block) => [block.picture.file],
  chips: ({ caption }) => (caption === undefined ? [] : chipsIn(caption)),
  plain: ({ alt, caption }, chip) => [alt, ...(caption === undefined ? [] : [say(caption, chip)])],
  show: (block, words) => ({
    kind: 'picture',
    id: block.id,
    picture: showPicture(block.picture),
    alt: block.alt,
    caption: block.caption === undefined ? null : say(block.caption, words),
  }),
};

const fileOf = z.strictObject({
  kind: z.literal('file'),
  ...blockBase,
  file: FileId,
  title: Title,
  note: z.string().max(500).optional(),
  /** What it is called on whoever's computer it comes to. */
  name: z.string().min(1).max(200),
  bytes: z.int().min(0).max(1e12),
});
const fileView = z.object({
  kind: z.literal('file'),
  id: line,
  title: line,
  note: line.nullable(),
  href: line,
  name: line,
  bytes: z.number(),
});
export const file: BlockKind<z.infer<typeof fileOf>, z.infer<typeof fileView>> & {
  schema: typeof fileOf;
  view: typeof fileView;
} = {
  called: (reader) => blocksSay(reader).file,
  calledOnPage: (reader) => blocksSay(reader).itsOwn_file,
  heads: () => null,
  schema: fileOf,
  view: fileView,
  references: () => [],
  files: (block) => [block.file],
  chips: () => [],
  plain: ({ title, note, name }) => [title, ...(note ? [note] : []), name],
  show: ({ id, title, note, file: named, name, bytes }) => ({
    kind: 'file',
    id,
    title,
    note: note ?? null,
    href: addressOfFile(named),
    name,
    bytes,
  }),
};
