/** The site and letters through somebody's eyes, as an area. */
import type { Viewers } from '../callers';
import type { Area, Base, Web } from '../area';
import type { Outbox } from '../messages';
import { table } from '../platform/tables';
import type { LiveSetup, SetupStore } from '../setup';
import type { PlaceSources } from '../site';
import { LetterReading } from './letter.reading';
import { letterRoute } from './letter.route';
import { MadeUpRow } from './made.up.entity';
import { MadeUpPeople } from './made.up';
import { madeUpApi, type MadeUpPorts } from './made.up.api';
import { Sight } from './sight.service';
import { viewpointRoute } from './view.routes';
import { viewpointApi, type ViewpointPorts } from './viewpoint.api';

type Needs = Base & { readonly live: LiveSetup; readonly setups: SetupStore; readonly outbox: Outbox };
type RoutePorts = Base & {
  readonly live: LiveSetup;
  readonly viewers: Viewers;
  readonly sight: Sight;
  readonly reading: LetterReading;
  readonly sources: PlaceSources;
};

export const viewpointArea = {
  name: 'viewpoint',
  tables: [
    table(MadeUpRow, { kept: 'Nobody real; who made them up is staff.' }, 'id version made_by person created_at'),
  ],
  unlisted: ['/viewpoint'],
  build: ({ db, acts, random, setups, live, outbox, limits, clock, address }: Needs) => {
    const madeUp = new MadeUpPeople(db, acts, random);
    const sight = new Sight(db, madeUp, setups);
    return { madeUp, sight, reading: new LetterReading(acts, live, sight, outbox, limits, clock, address) };
  },
  api: (ports: ViewpointPorts & MadeUpPorts) => ({ viewpoint: viewpointApi(ports), madeUp: madeUpApi(ports) }),
  routes: ({ live, viewers, clock, sight, reading, sources }: RoutePorts, { site }: Web) => [
    { method: 'get', path: /^\/viewpoint\/letter\//, run: letterRoute({ viewers, reading }) },
    { method: 'get', path: /^\/viewpoint\//, run: viewpointRoute({ live, viewers, clock, sight, site, sources }) },
  ],
} satisfies Area;
