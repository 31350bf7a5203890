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
  async function shownOn(id: string): Promise<string[]> {
    const drafted = (await live.draft()).setup;
    return [...new Set([...pagesShowing(id, drafted), ...pagesShowing(id, live.must.setup)])];
  }
  const view = async (row: FileRow): Promise<FileView> => ({
    id: row.id as FileId,
    name: row.name,
    type: row.type,
    bytes: row.bytes,
    picture: row.picture,
    by: row.broughtBy,
    at: sayDate(row.createdAt, live.must.setup.doc.site),
    shownOn: await shownOn(row.id),
  });
  return {
    list: api.list.handler(async () => ({ files: await Promise.all((await files.list()).map(view)) })),
    bring: api.bring.handler(async ({ input, context }) => {
      const { name } = staffOf(context);
      const told = { name: input.file.name, bytes: input.file.size };
      const brought = await files.bring(envelopeOf(context, 'files.brought', told), input.file, name);
      if (!brought.ok) throw refused(brought.refusal.code, live);
      return view(brought.value);
    }),
    remove: api.remove.handler(async ({ input, context }) => {
      const pages = await shownOn(input.id);
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
