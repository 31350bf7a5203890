/** Purpose: what an applicant does at each kind of gate. */
import type { Component } from 'vue';
import type { GateSight } from '../../../core/joining/gates';
import CompleteProfileGate from './CompleteProfileGate.vue';
import ConfirmEmailGate from './ConfirmEmailGate.vue';
import PaymentGate from './PaymentGate.vue';
import PlaceGate from './PlaceGate.vue';
import ReviewGate from './ReviewGate.vue';

/** Each takes the gate's sight as `act`, and one the form that it asks for. */
export const gateParts = {
  confirmEmail: ConfirmEmailGate,
  review: ReviewGate,
  payment: PaymentGate,
  completeProfile: CompleteProfileGate,
  place: PlaceGate,
} satisfies Record<GateSight['kind'], Component>;
