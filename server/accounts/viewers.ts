/**
 * Purpose: who makes a request: the one place that reads the cookies and asks for the session. A session that is to
 * outlast the browser gets its cookie renewed once a day, so that whoever comes daily is never shut out.
 */
import type { Request, Response } from 'express';
import type { SiteClock } from '../platform/clock';
import { cookieOf, setCookie } from '../platform/cookies';
import type { MemberViewer, Sessions, StaffViewer } from './sessions';

export class Viewers {
  constructor(
    private readonly sessions: Sessions,
    private readonly clock: SiteClock,
    private readonly https: boolean,
  ) {}

  async member(req: Request, res: Response): Promise<MemberViewer | null> {
    const secret = cookieOf(req.headers.cookie, 'admissa_member');
    if (secret === null) return null;
    const viewer = await this.sessions.member(secret, this.clock.now());
    if (viewer && viewer.renew !== null) setCookie(res, 'admissa_member', secret, viewer.renew, this.https);
    return viewer;
  }

  async staff(req: Request): Promise<StaffViewer | null> {
    const secret = cookieOf(req.headers.cookie, 'admissa_staff');
    return secret === null ? null : this.sessions.staff(secret, this.clock.now());
  }
}
