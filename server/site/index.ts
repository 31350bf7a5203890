export { sitePolicy } from './look';
export { Site } from './site.routes';
export { loadTemplate } from './template';
export { placeSources, sessionView } from './place.sources';
export { mixesSecrets, placeFor, safeNext, startOf, type Looker, type PlaceSources } from './place';
