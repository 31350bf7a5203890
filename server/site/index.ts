export { EMBED } from './embed';
export { sitePolicy } from './look';
export { placeFor, type PlaceSources } from './place';
export {
  alreadyIn,
  beforehand,
  safeNext,
  signInFirst,
  startOf,
  type Asked,
  type PlaceAnswer,
  type Places,
} from './places';
export { plainForms } from './plain';
export { oneOf, plainAnswer, plainSend, type PlainBody, type PlainForms, type PlainSend } from './plain.forms';
export { searchPlaces } from './search.places';
export { siteApi } from './site.api';
export { Site } from './site.routes';
export { loadTemplate } from './template';
