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
import { accountsSays } from './accounts.sentences';

type Words = ReturnType<typeof accountsSays>;

const mailField = (says: Words): DoorField => ({ name: 'mail', label: says.mail, autocomplete: 'username' });

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
    const says = accountsSays(live.reader);
    const site = live.current?.setup.doc.site.name ?? '';
    const back = { href: '/desk', label: says.backToSignIn };
    const mail = mailField(says);
    if (path === '/desk/forgotten')
      return {
        title: says.forgotten,
        intro: says.tellAddress,
        form: { action: '/desk/forgotten', fields: [mail], button: says.sendLink },
        link: back,
      };
    if (path.startsWith('/desk/reset/')) {
      const token = path.slice('/desk/reset/'.length);
      if (!(await staff.resetUsable(token)))
        return {
          title: says.choose,
          intro: says.linkUsed,
          form: null,
          link: { href: '/desk/forgotten', label: says.sendNewLink },
        };
      const form = { action: path, fields: [newPassword(says)], button: says.setPassword };
      return { title: says.choose, intro: says.othersSignedOut, form };
    }
    if (!(await staff.anybody())) return firstRun(says);
    return {
      title: says.desk,
      intro: site,
      form: {
        action: '/desk/sign-in',
        fields: [mail, { name: 'password', label: says.password, type: 'password', autocomplete: 'current-password' }],
        button: says.signIn,
      },
      hidden: { next: deskPath(path) },
      link: { href: '/desk/forgotten', label: says.forgottenYours },
    };
  }

  /** Takes a form that was sent from one of the pages. */
  readonly take = async (req: Request, res: Response): Promise<void> => {
    const body = (req.body ?? {}) as Body;
    const text = (name: string) => (typeof body[name] === 'string' ? (body[name] as string) : '');
    const { api } = this;
    const says = accountsSays(this.ports.live.reader);
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
        title: says.forgotten,
        intro: says.written,
        form: null,
        link: { href: '/desk', label: says.backToSignIn },
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
      const trouble = accountsSays(this.ports.live.reader).failed({ id: this.failed(error, path) });
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
    const { locale } = this.ports.live.reader;
    res.end(
      this.html
        .replace('%LANG%', () => locale)
        .replace('%TITLE%', () => title)
        .replace('%BODY%', () => doorBody(page, attempt)),
    );
  }
}

const POLICY =
  "default-src 'none'; style-src 'self'; font-src 'self'; img-src 'self' data:; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

const newPassword = (says: Words): DoorField => ({
  name: 'password',
  label: says.newPassword,
  type: 'password',
  autocomplete: 'new-password',
  help: says.tenOrMore,
});

const firstRun = (says: Words): DoorPage => ({
  title: says.newSite,
  intro: says.firstHere,
  form: {
    action: '/desk/first-run',
    fields: [
      { name: 'siteName', label: says.siteName, autocomplete: 'organization' },
      { name: 'name', label: says.yourName, autocomplete: 'name' },
      mailField(says),
      { ...newPassword(says), label: says.password },
    ],
    button: says.makeMine,
  },
});
