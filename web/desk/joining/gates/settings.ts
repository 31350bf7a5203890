/** Purpose: what the settings of each kind of gate are drawn by. The compiler holds the table complete. */
import type { Component } from 'vue';
import type { OwnGate } from '../../../../core/joining';
import CompleteProfileSettings from './CompleteProfileSettings.vue';
import ConfirmEmailSettings from './ConfirmEmailSettings.vue';
import PaymentSettings from './PaymentSettings.vue';
import ReviewSettings from './ReviewSettings.vue';

/** Each takes its gate and a way to faults, and what may be asked about from `useAsked`; it emits changes and which letter to write. */
export const gateSettings = {
  confirmEmail: ConfirmEmailSettings,
  review: ReviewSettings,
  payment: PaymentSettings,
  completeProfile: CompleteProfileSettings,
} satisfies Record<OwnGate['kind'], Component>;
