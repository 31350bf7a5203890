/** Images that are answers, as an area. */
import type { Instant } from '../../core/kernel';
import type { Area, Base } from '../area';
import { table } from '../platform/tables';
import { PictureRow } from './picture.entity';
import { pictureRoute, type PictureRoutePorts } from './picture.routes';
import { Pictures } from './pictures';
import { picturesApi, type PicturesPorts } from './pictures.api';

export const picturesArea = {
  name: 'pictures',
  tables: [table(PictureRow, { erased: 'member = ?' }, 'id member field created_at small large')],
  build: ({ db, clock, random }: Base) => ({ pictures: new Pictures(db, clock, random) }),
  api: (ports: PicturesPorts) => ({ pictures: picturesApi(ports) }),
  routes: (ports: PictureRoutePorts) => [{ method: 'get', path: /^\/picture\//, run: pictureRoute(ports) }],
  sweep: ({ pictures }: { readonly pictures: Pictures }, now: Instant) => pictures.sweep(now),
} satisfies Area;
