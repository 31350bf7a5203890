export { Hooks } from './hooks';
