/** Purpose: the kinds of gate there are. To add one, write its file and name it here; the compiler asks for the rest. */
import { lineFor } from '../../kernel/table';
import { z } from 'zod';
import { completeProfile } from './completeProfile';
import { confirmEmail } from './confirmEmail';
import type { GateKind } from './kind';
import { payment } from './payment';
import { place } from './place';
import { review } from './review';

export type { Held, Turn } from './kind';

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

/** The kind of a gate, to be asked about that very gate. A gate and a detail of different kinds never meet here. */
export const kindOf = (gate: { readonly kind: GateItem['kind'] }): GateKind<GateItem, GateDetail, GateSight> =>
  lineFor(gateKinds, gate.kind);

/** Whether a gate of that kind stays passed once an application has ended; of one that is not known any more it does. */
export const staysPassed = (kind: string): boolean =>
  (gateKinds as Record<string, { readonly stays: boolean } | undefined>)[kind]?.stays ?? true;

/** The kinds at which somebody of those is waited for. */
export const kindsWaitingFor = (who: 'reviewers' | 'applicant'): GateItem['kind'][] =>
  (Object.keys(gateKinds) as GateItem['kind'][]).filter((kind) => gateKinds[kind].waitsFor === who);
