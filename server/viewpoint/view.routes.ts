/**
 * Purpose: the site as another person sees it, for the mount in the desk. Staff only; the page is inert (no
 * script runs, nothing can be sent) and its links stay within the same viewpoint. It reads and does nothing.
 */
import type { Request, Response } from 'express';
import { money, setup, staffMay } from '../../contract';
import type { Viewers } from '../callers';
import type { SiteClock } from '../platform/clock';
import { sayDate } from '../../core/kernel';
import { escapeHtml } from '../../core/messages';
import { plainProblem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import { placeFor, type PlaceSources, type Site } from '../site';
import type { Sight } from './sight.service';
import { viewpointSays } from './viewpoint.sentences';

export type ViewPorts = {
  readonly live: LiveSetup;
  readonly viewers: Viewers;
  readonly clock: SiteClock;
  readonly sight: Sight;
  readonly site: Site;
  readonly sources: PlaceSources;
};

export const viewpointRoute =
  (ports: ViewPorts) =>
  async (req: Request, res: Response): Promise<void> => {
    const refuse = (code: 'not-signed-in' | 'not-yours' | 'not-found') => {
      const body = plainProblem(code);
      res.status(body.status).type('application/problem+json').send(JSON.stringify(body));
    };
    const now = ports.clock.now();
    const staff = await ports.viewers.staff(req);
    if (!staff) return refuse('not-signed-in');
    const [, , first = '', ...parts] = req.path.split('/');
    const drafted = first === 'draft';
    if (drafted && !staffMay(setup.draft, staff.parts)) return refuse('not-yours');
    const [person = '', day = '', ...rest] = drafted ? parts : [first, ...parts];
    const live = ports.live.current && (drafted ? await ports.live.draft() : ports.live.current);
    const known = /^(visitor|[a-z0-9]{20})$/.test(person) && /^\d{4}-\d{2}-\d{2}$/.test(day);
    const view = live && known ? await ports.sight.of(person, day, now, live.setup) : null;
    if (!live || !view) return refuse('not-found');
    const shown = await ports.sight.liveOn(view.at, now, live);
    const base = `/viewpoint/${drafted ? 'draft/' : ''}${person}/${day}`;
    const through = { money: staffMay(money.list, staff.parts) };
    const looker = { facts: view.facts, session: null, now: view.at, through };
    const query = req.originalUrl.includes('?') ? req.originalUrl.slice(req.originalUrl.indexOf('?')) : '';
    const preview = drafted && req.query['preview'] === 'form';
    let place = await placeFor(`/${rest.join('/')}${query}`, looker, shown, ports.sources, preview);
    if (place.is === 'elsewhere') place = await placeFor(place.to, looker, shown, ports.sources);
    if (place.is === 'elsewhere') return refuse('not-found');
    const words = viewpointSays(shown.setup.doc.site);
    const { html, source } = await ports.site.document(place.view, shown);
    const who = (view.before ?? view.facts).name ?? words.aVisitor;
    // Within the desk the mount says so already.
    const alone = req.headers['sec-fetch-dest'] !== 'iframe';
    const date = sayDate(view.at, shown.setup.doc.site);
    const says = view.at >= now ? words.wouldSee({ who, date }) : words.saw({ who, date });
    res.status(200);
    res.setHeader('Content-Type', 'text/html; charset=utf-8');
    res.setHeader('Cache-Control', 'no-store');
    res.setHeader('Link', ports.site.mountLinks);
    res.setHeader(
      'Content-Security-Policy',
      `default-src 'none'; style-src ${source}; font-src 'self'; img-src 'self' data:; frame-ancestors 'self'; sandbox allow-same-origin`,
    );
    res.end(alone ? marked(inert(html, base), says) : inert(html, base));
  };

/** Takes the scripts out and keeps links inside the viewpoint. */
function inert(html: string, base: string): string {
  return html
    .replace(/<script\b[\s\S]*?<\/script>/g, '')
    .replace(/<link rel="(?:modulepreload|preload)"[^>]*>/g, '')
    .replace(/<form\b([^>]*)>/g, (_, rest: string) => `<form${rest.replace(/ (method|action)="[^"]*"/g, '')}>`)
    .replace(/(<a\b[^>]*?\shref=")(\/[^"]*)"/g, (_, before: string, path: string) => `${before}${base}${path}"`);
}

/** Says at the top of a page that stands by itself that it is a view and not the site. */
const marked = (html: string, says: string): string =>
  html.replace(/<body>/, () => `<body><p class="viewed" role="note">${escapeHtml(says)}</p>`);
