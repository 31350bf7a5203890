export { Site, lookHref } from './site.routes';
export { loadTemplate, type Template } from './template';
export { placeSources, sessionView } from './place.sources';
export { placeFor, safeNext, startOf, visitor, type Looker, type PlaceSources } from './place';
