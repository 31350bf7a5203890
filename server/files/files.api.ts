/** Purpose: the endpoints of the site's files, each a list of steps. */
import { implement } from '@orpc/server';
import { files as contract, type FileView } from '../../contract';
import type { FileId } from '../../core/kernel';
import { sayDate } from '../../core/kernel';
import { pagesShowing } from '../../core/pages';
import { envelopeOf, guard, staffOf, type Call } from '../callers';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import type { FileRow } from './file.entity';
import type { Files } from './files';
import { filesSays } from './files.sentences';

const api = implement(contract).$context<Call>().use(guard);

export type FilesPorts = { readonly files: Files; readonly live: LiveSetup };

export const filesApi = ({ files, live }: FilesPorts) => {
  /** Where files are shown, in the draft or live: looked up once, however many are asked about. */
  async function showing(): Promise<(id: string) => string[]> {
    const [drafted, now] = [(await live.draft()).setup, live.must.setup];
    return (id) => [...new Set([...pagesShowing(id, drafted), ...pagesShowing(id, now)])];
  }
  const view = (row: FileRow, shownOn: (id: string) => string[]): FileView => ({
    id: row.id as FileId,
    name: row.name,
    type: row.type,
    bytes: row.bytes,
    picture: row.picture,
    by: row.broughtBy,
    at: sayDate(row.createdAt, live.must.setup.doc.site),
    shownOn: shownOn(row.id),
  });
  return {
    list: api.list.handler(async () => {
      const shownOn = await showing();
      return { files: (await files.list()).map((row) => view(row, shownOn)) };
    }),
    bring: api.bring.handler(async ({ input, context }) => {
      const { name } = staffOf(context);
      const told = { name: input.file.name, bytes: input.file.size };
      const brought = await files.bring(envelopeOf(context, 'files.brought', told), input.file, name);
      if (!brought.ok) throw refused(brought.refusal.code, live);
      return view(brought.value, await showing());
    }),
    remove: api.remove.handler(async ({ input, context }) => {
      const pages = (await showing())(input.id);
      if (pages.length) throw problem('file-in-use', { detail: filesSays(live.reader).inUse({ pages }) });
      const done = await files.remove(envelopeOf(context, 'files.removed', input), input.id);
      if (!done.ok) throw refused(done.refusal.code, live);
      return { done: true };
    }),
  };
};

function refused(code: 'no-such-type' | 'not-found' | 'already-sent', { reader }: LiveSetup) {
  const says = filesSays(reader);
  if (code === 'no-such-type') return problem(code, { detail: says.noSuchType });
  return code === 'not-found' ? problem(code, { detail: says.noFile }) : problem(code);
}
