export { Today } from './today';
export { todayApi } from './today.api';
