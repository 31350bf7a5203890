/** Purpose: what the index tells of the draft: known once the draft is, so that the index need not fetch it itself. */
import { shallowRef } from 'vue';
import type { Finding } from '../../../core/checkup';
import type { Change } from '../../../core/revisions';

export const setupStanding = shallowRef<{
  readonly findings: readonly Finding[];
  readonly changes: readonly Change[];
} | null>(null);
