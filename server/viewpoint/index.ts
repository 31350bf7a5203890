export { Sight, instantOn } from './sight.service';
export { viewpointRoute } from './view.routes';
