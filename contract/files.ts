/** Files of the site: brought in at the desk, shown on pages, each served by the doors it is shown behind. */
import { z } from 'zod';
import { FileId } from '../core/kernel';
import { editors, endpoint } from './access';
import type { ProblemList } from './problems';

/** So many bytes one file may have. */
export const FILE_BYTES = 10 * 1024 * 1024;

export const fileProblems = {
  'no-such-type': { status: 422, title: 'A file of that kind is not taken' },
  'file-in-use': { status: 409, title: 'The file is shown on a page' },
} as const satisfies ProblemList;

const measure = z.number();
export const FileView = z.object({
  id: FileId,
  name: z.string(),
  type: z.string(),
  bytes: z.number(),
  picture: z.object({ width: measure, height: measure, widths: z.array(measure) }).nullable(),
  by: z.string(),
  /** The day it came, in words. */
  at: z.string(),
  /** Titles of the pages of the draft and of the live set-up that show it. */
  shownOn: z.array(z.string()),
});
export type FileView = z.infer<typeof FileView>;

export const files = {
  list: endpoint(editors, 'GET', '/desk/files', 'The files that were brought in, the newest first').output(
    z.object({ files: z.array(FileView) }),
  ),
  bring: endpoint(editors, 'POST', '/desk/files', 'Brings a picture or a file in', 'file')
    .input(z.object({ file: z.file().max(FILE_BYTES) }))
    .output(FileView),
  remove: endpoint(editors, 'POST', '/desk/files/{id}/remove', 'Takes out a file that no page shows')
    .input(z.object({ id: FileId }))
    .output(z.object({ done: z.literal(true) })),
};
