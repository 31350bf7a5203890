export { ClockService } from './clock.service';
export { clockApi } from './clock.api';
