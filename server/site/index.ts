export { sitePolicy } from './look';
export { Site } from './site.routes';
export { loadTemplate, type Template } from './template';
export { placeSources, sessionView } from './place.sources';
export { mixesSecrets, placeFor, safeNext, startOf, visitor, type Looker, type PlaceSources } from './place';
