/**
 * Purpose: who calls an endpoint, and whether they may: what every endpoint of every area is given and guarded by.
 * Invariant: the endpoint's own declaration decides; nothing else does.
 */
import { os } from '@orpc/server';
import type { Request, Response } from 'express';
import { accessOf, staffMay, type Access, type StaffPart } from '../../contract';
import type { MemberId } from '../../core/kernel';
import { sendingOf, type Envelope } from '../platform/acts';
import type { Actor } from '../platform/audit';
import { problem } from '../platform/problem';
import { deviceOf, type MemberViewer, type StaffViewer } from './sessions';

/** A request and who makes it. */
export type Call = {
  readonly req: Request;
  readonly res: Response;
  readonly member: MemberViewer | null;
  readonly staff: StaffViewer | null;
};

function mayCall(access: Access, { member, staff }: Call): 'yes' | 'signIn' | 'no' {
  if (access === 'anyone') return 'yes';
  if (access === 'member') return member ? 'yes' : 'signIn';
  if (!staff) return 'signIn';
  return staff.parts.some((part: StaffPart) => access.staff.includes(part)) ? 'yes' : 'no';
}

/** Stands in front of every endpoint. @throws the problems `not-signed-in` and `not-yours` */
export const guard = os.$context<Call>().middleware(async ({ context, procedure, next }) => {
  const may = mayCall(accessOf(procedure), context);
  if (may === 'signIn') throw problem('not-signed-in');
  if (may === 'no') throw problem('not-yours');
  return next();
});

/** The member who calls; the guard has made sure there is one. */
export function memberOf(call: Call): MemberViewer {
  if (!call.member) throw problem('not-signed-in');
  return call.member;
}

export const memberIdOf = (call: Call): MemberId => memberOf(call).facts.member as MemberId;

export function staffOf(call: Call): StaffViewer {
  if (!call.staff) throw problem('not-signed-in');
  return call.staff;
}

/** Whether the staff member who calls may also call another endpoint. */
export const callerMay = (call: Call, declared: Parameters<typeof staffMay>[0]): boolean =>
  staffMay(declared, staffOf(call).parts);

/** The caller's network address, as far as it is known. */
export const callerOf = (call: Call): string => call.req.ip ?? 'unknown';

/** `Firefox on Linux`. */
export const deviceOfCall = (call: Call): string => deviceOf(call.req.headers['user-agent'] ?? '');

function actorOf({ staff, member }: Call): Actor {
  if (staff) return { kind: 'staff', id: staff.id, name: staff.name };
  return member?.facts.member ? { kind: 'member', id: member.facts.member } : { kind: 'stranger' };
}

const KEY = /^[\w-]{16,100}$/;

/**
 * The envelope of an act. Its key is the request's Idempotency-Key; a request without one is taken each time.
 * @param act how the audit names it
 * @param sent what was sent, all of it
 */
export function envelopeOf(call: Call, act: string, sent: unknown): Envelope {
  const who = actorOf(call);
  const key = call.req.headers['idempotency-key'];
  const whose = 'id' in who ? who.id : null;
  const once = whose && typeof key === 'string' && KEY.test(key) ? sendingOf(whose, key, [act, sent]) : null;
  return { who, act, once };
}
