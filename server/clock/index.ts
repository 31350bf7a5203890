export type { MoveBy } from './clock.service';
