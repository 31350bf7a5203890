export { LetterReading } from './letter.reading';
export { letterRoute } from './letter.route';
export { MadeUpPeople } from './made.up';
export { madeUpApi, type MadeUpPorts } from './made.up.api';
export { Sight } from './sight.service';
export { viewpointRoute } from './view.routes';
export { viewpointApi } from './viewpoint.api';
