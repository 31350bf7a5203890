export { Hooks } from './hooks';
export { hooksApi, type HooksPorts } from './hooks.api';
