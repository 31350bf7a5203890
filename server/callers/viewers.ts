/**
 * Purpose: who makes a request, and the sessions of one person: the one place that reads and sets the cookies. A
 * session that is to outlast the browser gets its cookie renewed once a day, so that whoever comes daily is never shut
 * out.
 */
import type { Request, Response } from 'express';
import type { EntityManager } from 'typeorm';
import type { SessionView } from '../../contract';
import { visitorFacts, type Facts } from '../../core/facts';
import { ok, sayMoment, type Instant, type Place } from '../../core/kernel';
import type { Acts, Envelope } from '../platform/acts';
import type { SiteClock } from '../platform/clock';
import { clearCookie, cookieOf, setCookie, type CookieName } from '../platform/cookies';
import type { MemberViewer, Opened, SessionKind, Sessions, StaffViewer } from './sessions';
import { callersSays } from './callers.sentences';

const cookies: Readonly<Record<SessionKind, CookieName>> = { member: 'admissa_member', staff: 'admissa_staff' };

/** Staff who look through somebody's eyes: nothing is done by it, and money is shown to those alone whose part it is. */
export type Through = { readonly money: boolean };

/** Who is looking, and at what instant. `session` is null where nobody is really signed in (the viewpoint). */
export type Looker = {
  readonly facts: Facts;
  readonly session: string | null;
  readonly now: Instant;
  readonly through?: Through;
};

export const lookerOf = (viewer: MemberViewer | null, now: Instant): Looker => ({
  facts: viewer?.facts ?? visitorFacts,
  session: viewer?.session ?? null,
  now,
});

export class Viewers {
  constructor(
    private readonly db: { readonly manager: EntityManager },
    private readonly sessions: Sessions,
    private readonly acts: Acts,
    private readonly clock: SiteClock,
    private readonly https: boolean,
  ) {}

  /** The secret of the session that a request names, whether there is such a session or not. */
  secretOf(req: Request, kind: SessionKind): string | null {
    return cookieOf(req.headers.cookie, cookies[kind]);
  }

  async member(req: Request, res: Response): Promise<MemberViewer | null> {
    const secret = this.secretOf(req, 'member');
    if (secret === null) return null;
    const viewer = await this.sessions.member(secret, this.clock.now());
    if (viewer && viewer.renew !== null) this.keep(res, 'member', { secret, maxAge: viewer.renew });
    return viewer;
  }

  async staff(req: Request): Promise<StaffViewer | null> {
    const secret = this.secretOf(req, 'staff');
    return secret === null ? null : this.sessions.staff(secret, this.clock.now());
  }

  /** Gives the browser the cookie of a session. */
  keep(res: Response, kind: SessionKind, { secret, maxAge }: Opened): void {
    setCookie(res, cookies[kind], secret, maxAge, this.https);
  }

  /** Takes the cookie from the browser; its session is somebody else's to end. */
  forget(res: Response, kind: SessionKind): void {
    clearCookie(res, cookies[kind], this.https);
  }

  /** Ends the session of the browser that calls. */
  async leave({ req, res }: { readonly req: Request; readonly res: Response }, kind: SessionKind): Promise<void> {
    await this.endOld(req, kind);
    this.forget(res, kind);
    // Nothing of what was seen stays in the browser, to be found by going back (W3C, Clear Site Data).
    res.setHeader('Clear-Site-Data', '"cache"');
  }

  /** Ends the session a browser came with, since it gets another. */
  async endOld(req: Request, kind: SessionKind): Promise<void> {
    const secret = this.secretOf(req, kind);
    if (secret) await this.sessions.endBySecret(this.db.manager, secret);
  }

  /** Where somebody is signed in. @param here the session they look from */
  async sessionsOf(kind: SessionKind, id: string, here: string | null, place: Place): Promise<SessionView[]> {
    const now = this.clock.now();
    const rows = await this.sessions.list(this.db.manager, kind, id, now);
    return rows.map((row) => ({
      id: row.id,
      device: row.device,
      seen: callersSays(place).lastUsed({ when: sayMoment(row.seenAt, now, place) }),
      here: row.id === here,
    }));
  }

  /** Ends one session of somebody, or all but the one they call from. */
  async endSessions(
    envelope: Envelope,
    kind: SessionKind,
    id: string,
    { which, here }: { readonly which: string; readonly here: string },
  ): Promise<void> {
    await this.acts.carryOut(envelope, async ({ manager, about }) => {
      about({ subject: id });
      if (which === 'others') await this.sessions.endOthers(manager, kind, id, here);
      else await this.sessions.end(manager, kind, id, which);
      return ok(null);
    });
  }
}
