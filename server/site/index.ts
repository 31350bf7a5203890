export { sitePolicy } from './look';
export { Site } from './site.routes';
export { loadTemplate } from './template';
export { placeSources, sessionView } from './place.sources';
export { lookerOf, mixesSecrets, placeFor, safeNext, startOf, type PlaceSources } from './place';
