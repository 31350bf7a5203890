export { Sight } from './sight.service';
export { viewpointRoute } from './view.routes';
export { viewpointApi } from './viewpoint.api';
