/**
 * Purpose: who may call an endpoint, declared beside it.
 * Invariant: an endpoint without a declaration does not exist; the server reads this and nothing else.
 */
import { oc } from '@orpc/contract';
import { z } from 'zod';

export const StaffPart = z.enum(['owner', 'manager', 'reviewer', 'editor', 'bookkeeper']);
export type StaffPart = z.infer<typeof StaffPart>;

/** `anyone`; `member` (signed in on the site, applicants too); or staff holding one of the parts named. */
export type Access = 'anyone' | 'member' | { readonly staff: readonly StaffPart[] };

/** What may be sent beyond the usual size: a whole set-up as JSON; a form with a picture or a file in it. */
export type Takes = 'setup' | 'picture' | 'file';

export type EndpointMeta = { readonly access: Access; readonly takes?: Takes };

export const anyStaff: Access = { staff: StaffPart.options };
export const reviewers: Access = { staff: ['owner', 'manager', 'reviewer'] };
export const managers: Access = { staff: ['owner', 'manager'] };
/** Who works on the set-up. */
export const editors: Access = { staff: ['owner', 'manager', 'editor'] };

/** Starts an endpoint: its access first, then how it is called. @param takes where more than the usual may be sent */
export function endpoint(access: Access, method: 'GET' | 'POST', path: `/${string}`, summary: string, takes?: Takes) {
  return oc
    .$meta<EndpointMeta>({ access, ...(takes && { takes }) })
    .route({ method, path, summary, tags: [path.split('/')[1]!] });
}

type Declared = { readonly '~orpc': { readonly meta: unknown } };

/** Who may call a declared endpoint. */
export const accessOf = (declared: Declared): Access => (declared['~orpc'].meta as EndpointMeta).access;

/** Where a declared endpoint is called, and what beyond the usual may be sent to it. */
export const sentTo = (declared: {
  readonly '~orpc': { readonly meta: unknown; readonly route: { path?: string } };
}) => ({
  path: declared['~orpc'].route.path!,
  takes: (declared['~orpc'].meta as EndpointMeta).takes ?? null,
});

/** Whether somebody with these parts may call an endpoint of the desk: what the desk offers, and what the server lets in. */
export function staffMay(declared: Declared, parts: readonly StaffPart[]): boolean {
  const access = accessOf(declared);
  return typeof access === 'object' && parts.some((part) => access.staff.includes(part));
}
