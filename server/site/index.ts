export { sitePolicy } from './look';
export { placeFor, type PlaceSources } from './place';
export {
  alreadyIn,
  beforehand,
  safeNext,
  signInFirst,
  startOf,
  type PlaceRequest,
  type PlaceAnswer,
  type Places,
} from './places';
export { plainForms } from './plain';
export {
  FormsTogether,
  oneOf,
  plainAnswer,
  plainSend,
  withPictures,
  type PlainBody,
  type PlainForms,
  type PlainSend,
} from './plain.forms';
export { Site } from './site.routes';
export { loadTemplate } from './template';
