/** Purpose: the kinds of gate there are. To add one, write its file and name it here; the compiler asks for the rest. */
import { lineFor } from '../../kernel/table';
import { z } from 'zod';
import { completeProfile } from './completeProfile';
import { confirmEmail } from './confirmEmail';
import type { AtGate, GateKind, OwnSettings, Turn } from './kind';
import type { GateEvent } from '../events';
import { payment } from './payment';
import { place } from './place';
import { review } from './review';

export type { GateState, Turn } from './kind';

export { Offer } from './payment';
export const gateKinds = { confirmEmail, review, payment, completeProfile, place } as const;

export const GateItem = z.discriminatedUnion('kind', [
  confirmEmail.item,
  review.item,
  payment.item,
  completeProfile.item,
  place.item,
]);
export type GateItem = z.infer<typeof GateItem>;
/** The gates that an owner puts on a path. */
export const OwnGate = z.discriminatedUnion('kind', [
  confirmEmail.item,
  review.item,
  payment.item,
  completeProfile.item,
]);
export type OwnGate = z.infer<typeof OwnGate>;
export const GateDetail = z.discriminatedUnion('kind', [
  confirmEmail.detail,
  review.detail,
  payment.detail,
  completeProfile.detail,
  place.detail,
]);
export type GateDetail = z.infer<typeof GateDetail>;
export const GateSight = z.discriminatedUnion('kind', [
  confirmEmail.sight,
  review.sight,
  payment.sight,
  completeProfile.sight,
  place.sight,
]);
export type GateSight = z.infer<typeof GateSight>;

type Complete = {
  readonly [K in GateItem['kind'] | GateDetail['kind'] | GateSight['kind'] | keyof typeof gateKinds]: GateKind<
    Extract<GateItem, { kind: K }>,
    Extract<GateDetail, { kind: K }>,
    Extract<GateSight, { kind: K }>
  >;
};
gateKinds satisfies Complete;

type OwnKind = OwnGate['kind'];
/** The gates that an owner puts on a path, by their kinds, and how. */
const ownKinds = {
  confirmEmail: confirmEmail.own,
  review: review.own,
  payment: payment.own,
  completeProfile: completeProfile.own,
} satisfies { readonly [K in OwnKind]: OwnSettings<Extract<OwnGate, { kind: K }>> };
export const ownGateKinds = Object.keys(ownKinds) as OwnKind[];
export const ownOf = (gate: { readonly kind: OwnKind }): OwnSettings<OwnGate> => lineFor(ownKinds, gate.kind);

/** What a gate makes of an event. What is not meant for it is refused. */
export function decideAt<G extends GateItem>(at: AtGate<G, GateDetail>, event: GateEvent): Turn<GateDetail> {
  const decides = kindOf(at.gate).on[event.it] as
    ((at: AtGate<G, GateDetail>, event: GateEvent) => Turn<GateDetail>) | undefined;
  return decides ? decides(at, event) : { turn: 'refuse', refusal: { code: 'not-at-this-gate' } };
}

/** The kind of a gate, to be asked about that very gate. A gate and a detail of different kinds never meet here. */
export const kindOf = (gate: { readonly kind: GateItem['kind'] }): GateKind<GateItem, GateDetail, GateSight> =>
  lineFor(gateKinds, gate.kind);

/** Whether whoever walks such a path shows that their address is their own. */
export const asksForProof = ({ gates }: { readonly gates: readonly { readonly kind: GateItem['kind'] }[] }): boolean =>
  gates.some((gate) => kindOf(gate).proves);

/** Of a kind that may not be known any more. */
const known = (kind: string) =>
  (gateKinds as Record<string, Pick<GateKind<GateItem, GateDetail, GateSight>, 'sells' | 'stays'> | undefined>)[kind];

/** Whether something is paid at gates of that kind, known any more or not. */
export const takesMoney = (kind: string): boolean => known(kind)?.sells ?? false;

/** Whether an application waits for a place. */
export const seats = ({ detail }: { readonly detail: GateDetail | null }): boolean =>
  detail !== null && kindOf(detail).seats;

/** Whether a gate of that kind stays passed once an application has ended; of one that is not known any more it does. */
export const staysPassed = (kind: string): boolean => known(kind)?.stays ?? true;

/** The kinds there are. */
export const gateKindNames = Object.keys(gateKinds) as GateItem['kind'][];

/** The kinds at which somebody waits who has no place yet. */
export const kindsOfPlaces = gateKindNames.filter((kind) => gateKinds[kind].seats);

/** The kinds at which somebody of those is waited for. */
export const kindsWaitingFor = (who: 'reviewers' | 'applicant'): GateItem['kind'][] =>
  (Object.keys(gateKinds) as GateItem['kind'][]).filter((kind) => gateKinds[kind].waitsFor === who);
