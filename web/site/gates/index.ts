/** Purpose: what an applicant does at each kind of gate. */
import type { Component } from 'vue';
import type { GateSight } from '../../../core/joining/gates';
import ConfirmEmailGate from './ConfirmEmailGate.vue';
import ReviewGate from './ReviewGate.vue';

/** Each takes the gate's sight as `act`. */
export const gateParts = {
  confirmEmail: ConfirmEmailGate,
  review: ReviewGate,
} satisfies Record<GateSight['kind'], Component>;
