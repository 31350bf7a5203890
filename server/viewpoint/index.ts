export { LetterReading } from './letter.reading';
export { letterRoute } from './letter.route';
export { Sight } from './sight.service';
export { viewpointRoute } from './view.routes';
export { viewpointApi } from './viewpoint.api';
