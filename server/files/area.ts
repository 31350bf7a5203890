/** What the site shows and lends, as an area. */
import type { Area, Base } from '../area';
import { blobsFor } from '../platform/blobs';
import { table } from '../platform/tables';
import { FileRow } from './file.entity';
import { fileRoute, type FileRoutePorts } from './file.routes';
import { Files } from './files';
import { filesApi, type FilesPorts } from './files.api';

export const filesArea = {
  name: 'files',
  tables: [
    table(
      FileRow,
      { kept: 'What the owner shows, of nobody in particular; who brought it in is staff.' },
      'id name type bytes picture brought_by created_at',
    ),
  ],
  build: ({ db, acts, config, random, clock }: Base) => ({
    files: new Files(db, acts, blobsFor(config), random, clock),
  }),
  api: (ports: FilesPorts) => ({ files: filesApi(ports) }),
  routes: (ports: FileRoutePorts) => [{ method: 'get', path: /^\/files\//, run: fileRoute(ports) }],
} satisfies Area;
