export { ClockService, type MoveBy } from './clock.service';
export { clockApi } from './clock.api';
