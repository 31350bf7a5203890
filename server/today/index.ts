export { Today } from './today';
export { ClockService } from './clock.service';
