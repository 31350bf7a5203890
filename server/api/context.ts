/** Purpose: what every endpoint is given: the request, its answer, and who calls. */
import { implement } from '@orpc/server';
import type { Request, Response } from 'express';
import { contract, type Access, type EndpointMeta, type StaffPart } from '../../contract';
import type { Accounts, Devices, FirstRun, MemberViewer, Sessions, Staff, StaffViewer, Viewers } from '../accounts';
import type { Joining } from '../joining';
import type { Directory } from '../members';
import type { StuckLetters } from '../messages';
import type { SiteClock } from '../platform/clock';
import type { Config } from '../platform/config';
import type { Database } from '../platform/database';
import type { Jobs } from '../platform/jobs';
import type { Limits } from '../platform/limits';
import { problem } from '../platform/problem';
import type { LiveSetup, SetupStore } from '../setup';
import type { PlaceSources } from '../site';
import type { ClockService, Today } from '../today';
import type { Sight } from '../viewpoint';

/** Everything the endpoints call, built in the composition root. */
export type Services = {
  readonly config: Config;
  readonly database: Database;
  readonly clock: SiteClock;
  readonly jobs: Jobs;
  readonly limits: Limits;
  readonly setups: SetupStore;
  readonly live: LiveSetup;
  readonly sessions: Sessions;
  readonly viewers: Viewers;
  readonly accounts: Accounts;
  readonly devices: Devices;
  readonly staff: Staff;
  readonly firstRun: FirstRun;
  readonly joining: Joining;
  readonly directory: Directory;
  readonly today: Today;
  readonly letters: StuckLetters;
  readonly clockService: ClockService;
  readonly sight: Sight;
  readonly sources: PlaceSources;
};

export type CallContext = {
  readonly services: Services;
  readonly req: Request;
  readonly res: Response;
  /** Set by the guard, for endpoints that need it. */
  readonly member: MemberViewer | null;
  readonly staff: StaffViewer | null;
};

export const mayCall = (
  access: Access,
  member: MemberViewer | null,
  staff: StaffViewer | null,
): 'yes' | 'signIn' | 'no' => {
  if (access === 'anyone') return 'yes';
  if (access === 'member') return member ? 'yes' : 'signIn';
  if (!staff) return 'signIn';
  return staff.parts.some((part: StaffPart) => access.staff.includes(part)) ? 'yes' : 'no';
};

/** The contract with the guard in front of each endpoint: its own declaration decides who may call. */
export const api = implement(contract)
  .$context<CallContext>()
  .use(async ({ context, procedure, next }) => {
    const { access } = procedure['~orpc'].meta as EndpointMeta;
    const may = mayCall(access, context.member, context.staff);
    if (may === 'signIn') throw problem('not-signed-in');
    if (may === 'no') throw problem('not-yours');
    return next();
  });

/** The member who calls; the guard has made sure there is one. */
export function memberOf(context: CallContext): MemberViewer {
  if (!context.member) throw problem('not-signed-in');
  return context.member;
}

export function staffOf(context: CallContext): StaffViewer {
  if (!context.staff) throw problem('not-signed-in');
  return context.staff;
}

/** The caller's network address, as far as it is known. */
export const callerOf = (context: CallContext): string => context.req.ip ?? 'unknown';
