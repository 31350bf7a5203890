/** The public site, as an area. */
import type { Area, Base, Web, Whole } from '../area';
import type { PlaceSources } from './place';
import { searchPlaces } from './search.places';
import { siteApi, type SiteApiPorts } from './site.api';
import { embedScript } from './embed';

/** What areas that are built later look up for a page. */
type Later = Whole & Omit<PlaceSources, 'places'>;

export const siteArea = {
  name: 'site',
  unlisted: ['/search'],
  build: (_ports: Base, later: Later): { readonly sources: PlaceSources } => ({
    sources: {
      get places() {
        return later.places;
      },
      listed: (...asked) => later.listed(...asked),
      pathOf: (...asked) => later.pathOf(...asked),
      notice: (...asked) => later.notice(...asked),
    },
  }),
  places: () => searchPlaces,
  api: (ports: SiteApiPorts) => ({ site: siteApi(ports) }),
  routes: (_ports: Base, { site }: Web) => [
    { method: 'get', path: /^\/icon-\w+\.(svg|webp)$/, run: site.icon },
    { method: 'get', path: '/favicon.ico', run: site.favicon },
    { method: 'get', path: '/robots.txt', run: site.robots },
    { method: 'get', path: '/sitemap.xml', run: site.sitemap },
    { method: 'get', path: '/embed.js', run: embedScript },
  ],
} satisfies Area;
