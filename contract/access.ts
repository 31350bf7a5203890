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

export type EndpointMeta = { readonly access: Access };

export const anyStaff: Access = { staff: StaffPart.options };
export const reviewers: Access = { staff: ['owner', 'manager', 'reviewer'] };
export const managers: Access = { staff: ['owner', 'manager'] };
/** Who works on the set-up. */
export const editors: Access = { staff: ['owner', 'manager', 'editor'] };

/** Starts an endpoint: its access first, then how it is called. */
export function endpoint(access: Access, method: 'GET' | 'POST', path: `/${string}`, summary: string) {
  return oc.$meta<EndpointMeta>({ access }).route({ method, path, summary, tags: [path.split('/')[1]!] });
}

type Declared = { readonly '~orpc': { readonly meta: unknown } };

/** Who may call a declared endpoint. */
export const accessOf = (declared: Declared): Access => (declared['~orpc'].meta as EndpointMeta).access;

/** Whether somebody with these parts may call an endpoint of the desk: what the desk offers, and what the server lets in. */
export function staffMay(declared: Declared, parts: readonly StaffPart[]): boolean {
  const access = accessOf(declared);
  return typeof access === 'object' && parts.some((part) => access.staff.includes(part));
}
