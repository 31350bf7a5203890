/**
 * Purpose: the desk's door: whoever is not signed in gets a small page that is complete at once and works without
 * script; the desk itself is fetched only by those who are let in.
 */
import { ORPCError, call } from '@orpc/server';
import type { Request, Response } from 'express';
import type { Call } from '../callers';
import { asProblem, problemBody } from '../platform/problem';
import { doorBody, type DoorAttempt, type DoorField, type DoorPage } from './door.page';
import type { StaffApi, StaffPorts } from './staff.api';

const mail: DoorField = { name: 'mail', label: 'Email', autocomplete: 'username' };
const TEN = '10 characters or more.';
const newPassword: DoorField = {
  name: 'password',
  label: 'New password',
  type: 'password',
  autocomplete: 'new-password',
  help: TEN,
};

type Body = Readonly<Record<string, unknown>>;

/** Only a path of the desk. */
const deskPath = (path: string): string => (/^\/desk(\/[\w\-/]*)?$/.test(path) ? path : '/desk');

export class Door {
  /** @param html the built page around a body; @param failed notes an error and gives its number */
  constructor(
    private readonly ports: Pick<StaffPorts, 'staff' | 'live' | 'viewers'>,
    private readonly api: StaffApi,
    private readonly html: string,
    private readonly failed: (error: unknown, path: string) => string,
  ) {}

  /** Whether the request comes from somebody of the staff. */
  async isIn(req: Request): Promise<boolean> {
    return (await this.ports.viewers.staff(req)) !== null;
  }

  /** Shows the page that belongs to an address. */
  readonly show = async (req: Request, res: Response): Promise<void> => {
    this.send(res, 200, await this.pageAt(req.path));
  };

  private async pageAt(path: string): Promise<DoorPage> {
    const { staff, live } = this.ports;
    const site = live.current?.setup.doc.site.name ?? '';
    const back = { href: '/desk', label: 'Back to signing in' };
    if (path === '/desk/forgotten')
      return {
        title: 'Forgotten password',
        intro: 'Tell us your address at the desk and we send you a link to choose a new one.',
        form: { action: '/desk/forgotten', fields: [mail], button: 'Send me the link' },
        link: back,
      };
    if (path.startsWith('/desk/reset/')) {
      const token = path.slice('/desk/reset/'.length);
      if (!(await staff.resetUsable(token)))
        return {
          title: 'Choose a new password',
          intro: 'This link has been used or is too old. Ask for a new one.',
          form: null,
          link: { href: '/desk/forgotten', label: 'Send me a new link' },
        };
      const form = { action: path, fields: [newPassword], button: 'Set this password' };
      return { title: 'Choose a new password', intro: 'All other devices are signed out by it.', form };
    }
    if (!(await staff.anybody())) return firstRun;
    return {
      title: 'The desk',
      intro: site,
      form: {
        action: '/desk/sign-in',
        fields: [mail, { name: 'password', label: 'Password', type: 'password', autocomplete: 'current-password' }],
        button: 'Sign in',
      },
      hidden: { next: deskPath(path) },
      link: { href: '/desk/forgotten', label: 'Forgotten your password?' },
    };
  }

  /** Takes a form that was sent from one of the pages. */
  readonly take = async (req: Request, res: Response): Promise<void> => {
    const body = (req.body ?? {}) as Body;
    const text = (name: string) => (typeof body[name] === 'string' ? (body[name] as string) : '');
    const { api } = this;
    const context: Call = { req, res, member: null, staff: null };
    const password = text('password');
    const run = async (): Promise<string | null> => {
      if (req.path === '/desk/forgotten') {
        await call(api.forgotten, { mail: text('mail') }, { context });
        return null;
      }
      if (req.path === '/desk/first-run') {
        const input = { siteName: text('siteName'), name: text('name'), mail: text('mail'), password };
        await call(api.firstRun, input, { context });
      } else if (req.path === '/desk/sign-in') await call(api.signIn, { mail: text('mail'), password }, { context });
      else await call(api.reset, { token: req.path.slice('/desk/reset/'.length), password }, { context });
      return deskPath(text('next'));
    };
    try {
      const next = await run();
      res.setHeader('Cache-Control', 'no-store');
      if (next) return void res.redirect(303, next);
      this.send(res, 200, {
        title: 'Forgotten password',
        intro: 'If we know that address, we have written to it. The link in the mail works for an hour.',
        form: null,
        link: { href: '/desk', label: 'Back to signing in' },
      });
    } catch (error) {
      const { status, attempt } = this.refusal(error, req.path);
      const { password: _, ...typed } = Object.fromEntries(Object.keys(body).map((name) => [name, text(name)]));
      // The page of signing in stands at the address that was wanted.
      const at = req.path === '/desk/sign-in' || req.path === '/desk/first-run' ? deskPath(text('next')) : req.path;
      this.send(res, status, await this.pageAt(at), { ...attempt, typed });
    }
  };

  private refusal(error: unknown, path: string): { status: number; attempt: Omit<DoorAttempt, 'typed'> } {
    const known = asProblem(error);
    if (!(known instanceof ORPCError) || known.code === 'INTERNAL_SERVER_ERROR') {
      const trouble = `Something went wrong on our side. If it stays so, tell us this number: ${this.failed(error, path)}`;
      return { status: 500, attempt: { trouble, faults: [] } };
    }
    const { status, faults = [], detail, title } = problemBody(known);
    const beside = known.code === 'weak-password' ? [{ at: 'password', says: detail ?? '' }] : faults;
    return { status, attempt: { trouble: beside.length ? null : (detail ?? `${title}.`), faults: beside } };
  }

  private send(res: Response, status: number, page: DoorPage, attempt?: DoorAttempt): void {
    res.status(status);
    res.setHeader('Content-Type', 'text/html; charset=utf-8');
    res.setHeader('Cache-Control', 'no-store');
    res.setHeader('Content-Security-Policy', POLICY);
    const { title } = page;
    res.end(this.html.replace('%TITLE%', () => title).replace('%BODY%', () => doorBody(page, attempt)));
  }
}

const POLICY =
  "default-src 'none'; style-src 'self'; font-src 'self'; img-src 'self' data:; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

const firstRun: DoorPage = {
  title: 'A new site',
  intro: 'You are the first here: tell us the name of your association and yours, and the desk is yours.',
  form: {
    action: '/desk/first-run',
    fields: [
      { name: 'siteName', label: 'Name of the association', autocomplete: 'organization' },
      { name: 'name', label: 'Your name', autocomplete: 'name' },
      mail,
      { name: 'password', label: 'Password', type: 'password', autocomplete: 'new-password', help: TEN },
    ],
    button: 'Make this site mine',
  },
};
