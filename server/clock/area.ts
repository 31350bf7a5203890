/** The clock of a demo, as an area. */
import type { Area, Base } from '../area';
import type { Jobs } from '../platform/jobs';
import { clockApi, type ClockPorts } from './clock.api';
import { ClockService } from './clock.service';

export const clockArea = {
  name: 'clock',
  build: ({ db, clock, jobs, acts, config }: Base & { readonly jobs: Jobs }) => ({
    clockService: new ClockService(db, clock, jobs, acts, config.demo, config.demo ? config.mailPage : null),
  }),
  api: (ports: ClockPorts) => ({ clock: clockApi(ports) }),
} satisfies Area;
