/**
 * Purpose: the public site over HTTP: complete HTML for each viewer at the first answer.
 */
import type { Request, Response } from 'express';
import { visitorFacts, type Facts } from '../../core/facts';
import type { Instant } from '../../core/kernel';
import { wordsFor } from '../../core/pages';
import { siteColours } from '../../core/setup';
import type { SiteView } from '../../contract';
import type { Sessions } from '../accounts';
import type { SiteClock } from '../platform/clock';
import { cookieOf } from '../platform/cookies';
import type { Live, LiveSetup } from '../setup';
import { pageAt, placeFor, type Looker, type PlaceSources } from './place';
import { Plans } from './plans';
import { safeJson, type Template } from './template';

export type SitePorts = {
  readonly live: LiveSetup;
  readonly sessions: Sessions;
  readonly clock: SiteClock;
  readonly sources: PlaceSources;
  readonly template: Template;
  readonly address: string;
};

export class Site {
  private plans: { live: Live; plans: Plans } | null = null;

  constructor(private readonly ports: SitePorts) {}

  /**
   * Answers whoever is not signed in with a page that is ready; lets everything else pass. Headers go out in one
   * piece, since setting them one by one costs more than finding the page.
   */
  visitors(headers: readonly [string, string][]) {
    const fixed = [
      ...headers,
      ['Content-Type', 'text/html; charset=utf-8'],
      ['Cache-Control', 'private, no-cache'],
    ].flat();
    return (req: Request, res: Response, next: (error?: unknown) => void): void => {
      const live = this.ports.live.current;
      if (!live || req.method !== 'GET' || req.headers.cookie?.includes('admissa_member=')) return next();
      const page = pageAt(req.path, live.setup);
      if (!page) return next();
      this.plansOf(live)
        .visitor(page, this.ports.clock.now())
        .then((ready) => {
          if (ready === null) return next();
          res.writeHead(200, [...fixed, 'Content-Length', String(ready.length)]);
          res.end(ready);
        })
        .catch(next);
    };
  }

  /** Answers a request for a page of the site. */
  readonly handle = async (req: Request, res: Response): Promise<void> => {
    const live = this.ports.live.current;
    if (!live) {
      res.redirect(302, '/desk');
      return;
    }
    const now = this.ports.clock.now();
    const secret = cookieOf(req.headers.cookie, 'admissa_member');
    const viewer = secret === null ? null : await this.ports.sessions.member(secret, now);
    const facts = viewer?.facts ?? visitorFacts;
    const ready = await this.ready(req.path, facts, now, live);
    if (ready !== null) return send(res, 200, ready);
    await this.show(req, res, live, { facts, session: viewer?.session ?? null, now });
  };

  /** A page that can be sent as it is kept, filled for this person; null where it must be resolved in full. */
  async ready(path: string, facts: Facts, now: Instant, live: Live): Promise<Buffer | string | null> {
    const page = pageAt(path, live.setup);
    if (!page) return null;
    return this.plansOf(live).page(page, live.doors.prepare(facts, now), wordsFor(facts, now, live.setup));
  }

  /** Answers the API's question for a page from what is kept ready; lets everything else pass to the API. */
  readonly json = async (req: Request, res: Response, next: (error?: unknown) => void): Promise<void> => {
    const live = this.ports.live.current;
    const path = typeof req.query['path'] === 'string' ? req.query['path'] : '';
    const page = live ? pageAt(path, live.setup) : null;
    if (!live || !page) return next();
    const now = this.ports.clock.now();
    const secret = cookieOf(req.headers.cookie, 'admissa_member');
    const facts = (secret === null ? null : await this.ports.sessions.member(secret, now))?.facts ?? visitorFacts;
    const words = wordsFor(facts, now, live.setup);
    const state = await this.plansOf(live).state(page, live.doors.prepare(facts, now), words);
    if (state === null) return next();
    res.setHeader('Content-Type', 'application/json');
    res.setHeader('Cache-Control', 'no-store');
    res.end(state);
  };

  /** Resolves and renders in full. */
  private async show(req: Request, res: Response, live: Live, looker: Looker): Promise<void> {
    const place = await placeFor(req.originalUrl, looker, live, this.ports.sources);
    if (place.is === 'elsewhere') {
      res.setHeader('Cache-Control', 'no-store');
      res.redirect(302, place.to);
      return;
    }
    send(res, place.status, await this.document(place.view, live));
  }

  /** The whole document of a view. */
  async document(view: SiteView, live: Live): Promise<string> {
    const { template, address } = this.ports;
    const { place } = view;
    const page = place.kind === 'page';
    return template.page({
      html: await template.render(view),
      state: safeJson(view),
      title: `${place.title} · ${view.shell.siteName}`,
      description: page ? place.description : '',
      canonical: `${address}${view.path === '/' ? '/' : view.path}`,
      lang: live.setup.doc.site.locale,
      look: lookHref(live),
      icon: `/icon-${live.revision}.svg`,
      robots: page || place.kind === 'join',
    });
  }

  private plansOf(live: Live): Plans {
    if (this.plans?.live !== live) this.plans = { live, plans: new Plans(live, (view) => this.document(view, live)) };
    return this.plans.plans;
  }

  /** The owner's colours as a style sheet, at an address that changes with the revision. */
  readonly look = (_req: Request, res: Response): void => this.file(res, 'text/css; charset=utf-8', lookCss);

  readonly icon = (_req: Request, res: Response): void => this.file(res, 'image/svg+xml', iconSvg);

  private file(res: Response, type: string, make: (live: Live) => string): void {
    const live = this.ports.live.current;
    res.setHeader('Content-Type', type);
    res.setHeader('Cache-Control', 'public, max-age=31536000, immutable');
    res.status(live ? 200 : 404).end(live ? make(live) : '');
  }
}

/** The owner's mark as an icon; a plain arch where there is none. */
function iconSvg(live: Live): string {
  const { look } = live.setup.doc.site;
  const mark = look.mark ?? { size: 20, stroke: 2, paths: ['M4 17V9a6 6 0 0 1 12 0v8M2 17h16'] };
  const paths = mark.paths.map((d) => `<path d="${d}"/>`).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${mark.size} ${mark.size}"><g fill="none" stroke="${look.accent}" stroke-width="${mark.stroke}">${paths}</g></svg>`;
}

export const lookHref = (live: Live): string => `/look-${live.revision}.css`;

export function lookCss(live: Live): string {
  const colours = siteColours(live.setup.doc.site.look);
  const rgb = (hex: string) => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16)).join(',');
  const own = Object.entries(colours).map(([name, hex]) => `--${name}:${hex}`);
  // What the interactive parts are drawn with: the same colours, as the numbers their styles expect.
  const parts = {
    background: colours.paper,
    surface: '#FFFFFF',
    'on-background': colours.text,
    'on-surface': colours.text,
    primary: colours.accent,
    'on-primary': colours.onAccent,
    error: '#9E3624',
    'on-error': '#FFFFFF',
  };
  const shared = Object.entries(parts).map(([name, hex]) => `--v-theme-${name}:${rgb(hex)}`);
  return `:root{${[...own, ...shared].join(';')}}`;
}

function send(res: Response, status: number, body: Buffer | string): void {
  res.statusCode = status;
  res.setHeader('Content-Type', 'text/html; charset=utf-8');
  res.setHeader('Cache-Control', 'private, no-cache');
  res.end(body);
}
