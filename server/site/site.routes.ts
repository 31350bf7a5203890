/**
 * Purpose: the public site over HTTP: complete HTML for each viewer at the first answer.
 */
import type { Request, Response } from 'express';
import { visitorFacts } from '../../core/facts';
import { escapeHtml } from '../../core/messages';
import { hrefOfPage, wordsFor } from '../../core/pages';
import type { Attempt, SiteView } from '../../contract';
import { siteTitle } from '../../contract/site.title';
import { lookerOf, type Looker, type Viewers } from '../callers';
import type { SiteClock } from '../platform/clock';
import { packing, unsqueezed } from '../platform/squeeze';
import type { Live, LiveSetup } from '../setup';
import { isEmbedded } from './embed';
import { iconAt, iconOf } from './icons';
import { Looks, sitePolicy } from './look';
import { mixesSecrets, pageAt, placeFor, statusOf, type PlaceSources } from './place';
import { Plans, type Document, type Filled } from './plans';
import { structuredOf } from './structured';
import { safeJson, type Template } from './template';
import { platformSays } from '../platform/platform.sentences';

export type SitePorts = {
  readonly live: LiveSetup;
  readonly viewers: Viewers;
  readonly clock: SiteClock;
  readonly sources: PlaceSources;
  readonly template: Template;
  readonly address: string;
  /** Beginnings of addresses that search engines are asked to leave alone. */
  readonly unlisted: readonly string[];
};

export class Site {
  private plans: { live: Live; plans: Plans } | null = null;
  private readonly looks: Looks;

  constructor(private readonly ports: SitePorts) {
    this.looks = new Looks(ports.template.css);
  }

  /** The `Link` header of a page that lies on the mount of the desk. */
  get mountLinks(): string {
    return this.ports.template.allTypefaces;
  }

  /**
   * Answers whoever is not signed in with a page that is ready; lets everything else pass. Headers go out in one
   * piece, since setting them one by one costs more than finding the page.
   */
  visitors(headers: readonly [string, string][]) {
    const fixed = [
      ...headers.filter(([name]) => name !== POLICY),
      ['Content-Type', 'text/html; charset=utf-8'],
      ['Cache-Control', 'private, no-cache'],
      ['Vary', 'Accept-Encoding'],
      ['Link', this.ports.template.typefaces],
    ].flat();
    return (req: Request, res: Response, next: (error?: unknown) => void): void => {
      const live = this.ports.live.current;
      if (!live || req.method !== 'GET' || req.headers.cookie?.includes('admissa_member=')) return next();
      const page = pageAt(req.path, live.setup);
      if (!page) return next();
      this.plansOf(live)
        .visitor(page, this.ports.clock.now())
        .then((kept) => {
          if (kept === null) return next();
          const { ready, status, tag, source } = kept;
          const named = [...fixed, POLICY, sitePolicy(source), 'ETag', weak(tag)];
          if (has(req, tag)) {
            res.writeHead(304, named);
            return res.end();
          }
          const packed = packing(req.headers['accept-encoding']);
          const body = ready[packed];
          const encoding = packed === 'plain' ? [] : ['Content-Encoding', packed];
          res.writeHead(status, [...named, ...encoding, 'Content-Length', String(body.length)]);
          res.end(body);
        })
        .catch(next);
    };
  }

  /** Who looks, by the request's cookie. Within another site's page everybody is a visitor, of whom nothing is known. */
  private async looker(req: Request, res: Response): Promise<Looker> {
    if (isEmbedded(req.path)) return lookerOf(null, this.ports.clock.now());
    return lookerOf(await this.ports.viewers.member(req, res), this.ports.clock.now());
  }

  /** Answers a request for a page of the site. */
  readonly handle = async (req: Request, res: Response): Promise<void> => {
    const live = this.ports.live.current;
    if (!live) {
      res.redirect(302, '/desk');
      return;
    }
    const looker = await this.looker(req, res);
    const ready = await this.ready(req.path, looker, live);
    if (ready !== null) {
      const { status, body, tag, source } = ready;
      res.setHeader('ETag', weak(tag));
      return has(req, tag) ? this.send(res, 304, '', source, looker) : this.send(res, status, body, source, looker);
    }
    await this.show(req, res, live, looker);
  };

  /** A page that can be sent as it is kept, filled for this person; null where it must be resolved in full. */
  async ready(path: string, looker: Looker, live: Live): Promise<Filled | null> {
    const page = pageAt(path, live.setup);
    if (!page) return null;
    const { facts, now } = looker;
    const notice = await this.ports.sources.notice(looker, live);
    const words = wordsFor(facts, now, live.setup);
    return this.plansOf(live).page(page, live.doors.prepare(facts, now), words, notice);
  }

  /** Answers the API's question for a page from what is kept ready; lets everything else pass to the API. */
  readonly json = async (req: Request, res: Response, next: (error?: unknown) => void): Promise<void> => {
    const live = this.ports.live.current;
    const path = typeof req.query['path'] === 'string' ? req.query['path'] : '';
    const page = live ? pageAt(path, live.setup) : null;
    if (!live || !page) return next();
    const looker = await this.looker(req, res);
    const { facts, now } = looker;
    const notice = await this.ports.sources.notice(looker, live);
    const words = wordsFor(facts, now, live.setup);
    const state = await this.plansOf(live).state(page, live.doors.prepare(facts, now), words, notice);
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
    if (mixesSecrets(place.view)) unsqueezed(res);
    const { html, source } = await this.document(place.view, live);
    this.send(res, place.status, html, source, looker, framed(place));
  }

  /** The place at an address once more, with what became of the form that was sent from it. */
  async again(req: Request, res: Response, attempt: Attempt, status: number): Promise<void> {
    const live = this.ports.live.must;
    const looker = await this.looker(req, res);
    const place = await placeFor(req.originalUrl, looker, live, this.ports.sources);
    if (place.is === 'elsewhere') return void res.redirect(303, place.to);
    // What was typed stands in the answer, beside whatever secret the place holds.
    unsqueezed(res);
    res.setHeader('Cache-Control', 'no-store');
    const { html, source } = await this.document({ ...place.view, attempt }, live);
    this.send(res, place.status === 200 ? status : place.status, html, source, looker, framed(place));
  }

  /** The whole document of a view. */
  async document(view: SiteView, live: Live): Promise<Document> {
    const { template, address } = this.ports;
    const { place, attempt } = view;
    const page = place.kind === 'page' ? place : null;
    // What is shut shows its name and the way in: nothing to be found by or to be shared.
    const open = page !== null && statusOf(page) === 200;
    const entry = place.kind === 'entry' && place.listed ? place : null;
    const listed = open || place.kind === 'join' || entry !== null || (place.kind === 'board' && place.listed);
    const html = await template.render(view);
    const { style, source } = this.looks.styleOf(live, html);
    const whole = template.page({
      html,
      state: safeJson(view),
      title: siteTitle(view, attempt?.faults.length || (attempt?.trouble ? 1 : 0)),
      description: page?.description ?? entry?.description ?? '',
      canonical: `${address}${view.path === '/' ? '/' : view.path}`,
      shared:
        page && open
          ? { siteName: view.shell.siteName, title: page.title, picture: page.picture && `${address}${page.picture}` }
          : entry
            ? { siteName: view.shell.siteName, title: entry.title, picture: null }
            : null,
      // Machines are nobody who is signed in.
      structured: page && view.shell.viewer === null ? structuredOf(page) : '',
      lang: live.setup.doc.site.locale,
      style,
      icon: iconOf(live),
      robots: listed && !isEmbedded(view.path),
    });
    return { html: whole, source };
  }

  private plansOf(live: Live): Plans {
    if (this.plans?.live !== live) this.plans = { live, plans: new Plans(live, (view) => this.document(view, live)) };
    return this.plans.plans;
  }

  /** The mark at its address. One that is not known here may be newer than this process has noticed. */
  readonly icon = async (req: Request, res: Response): Promise<void> => {
    let found = iconAt(req.path);
    if (!found) {
      await this.ports.live.refresh().catch(() => undefined);
      if (this.ports.live.current) {
        iconOf(this.ports.live.current);
        // A draft is looked at before it is live, and perhaps by another process than made its page.
        iconOf(await this.ports.live.draft());
      }
      found = iconAt(req.path);
    }
    if (!found) return void res.status(404).type('text/plain').end(platformSays.noFile);
    res.setHeader('Content-Type', found.type);
    res.setHeader('Cache-Control', 'public, max-age=31536000, immutable');
    res.end(found.bytes);
  };

  /** What browsers ask for unasked: the mark, at its fixed address. */
  readonly favicon = (_req: Request, res: Response): void => {
    const live = this.ports.live.current;
    const icon = live ? iconAt(iconOf(live)) : null;
    if (!icon) return void res.status(404).type('text/plain').end(platformSays.noFile);
    res.setHeader('Content-Type', icon.type);
    res.setHeader('Cache-Control', 'public, max-age=3600');
    res.end(icon.bytes);
  };

  /** What search engines may walk: the pages, not the desk, the API or anybody's own places. */
  readonly robots = (_req: Request, res: Response): void => {
    const shut = ['/api', ...this.ports.unlisted];
    res.setHeader('Cache-Control', 'public, max-age=3600');
    const lines = [
      'User-agent: *',
      ...shut.map((path) => `Disallow: ${path}`),
      `Sitemap: ${this.ports.address}/sitemap.xml`,
    ];
    res.type('text/plain').end(`${lines.join('\n')}\n`);
  };

  /** The pages and boards that are open to everybody (sitemaps.org, protocol 0.9). */
  readonly sitemap = (_req: Request, res: Response): void => {
    const live = this.ports.live.current;
    const person = live?.doors.prepare(visitorFacts, this.ports.clock.now());
    const open = (live?.setup.doc.pages ?? []).filter(
      (page) => !page.retired && live!.doors.predicate(page.door)(person!),
    );
    const boards = (live?.setup.doc.boards ?? []).filter(({ retired, read }) => !retired && 'everyone' in read);
    const urls = [
      ...open.map((page) => hrefOfPage(page, live!.setup)),
      ...boards.map(({ address }) => `/boards/${address}`),
    ].map((href) => `<url><loc>${escapeHtml(this.ports.address + href)}</loc></url>`);
    res.setHeader('Cache-Control', 'public, max-age=3600');
    res
      .type('application/xml')
      .end(
        `<?xml version="1.0" encoding="UTF-8"?><urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">${urls.join('')}</urlset>`,
      );
  };

  /**
   * @param source the style in the body, as a policy names it
   * @param looker for whom it is: what a member has seen is kept by no browser, so that nobody finds it by going back
   * @param embedded whether other sites may frame it
   */
  private send(
    res: Response,
    status: number,
    body: Buffer | string,
    source: string,
    { facts }: Looker,
    embedded = false,
  ): void {
    res.statusCode = status;
    res.setHeader(POLICY, embedded ? sitePolicy(source, '*') : sitePolicy(source));
    res.setHeader('Link', this.ports.template.typefaces);
    res.setHeader('Content-Type', 'text/html; charset=utf-8');
    res.setHeader('Cache-Control', facts.member ? 'private, no-store' : 'private, no-cache');
    res.end(body);
  }
}

/** Only a form that may be framed is: what is not there, or not allowed, stands in nobody's page. */
const framed = (place: Extract<Awaited<ReturnType<typeof placeFor>>, { is: 'view' }>): boolean =>
  isEmbedded(place.view.path) && place.status === 200;

const POLICY = 'Content-Security-Policy';

/** Weak, since the same text is sent packed in one way or another (RFC 9110, section 8.8.1). */
const weak = (tag: string): string => `W/"${tag}"`;
/** Whether the browser has that very text already. */
const has = (req: Request, tag: string): boolean => req.headers['if-none-match']?.includes(weak(tag)) ?? false;
