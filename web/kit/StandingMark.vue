<script setup lang="ts">
/** A standing: its mark, always with the word. Circles are on the register; cross and bar are off it. */
import { sayStanding, type Standing } from '../../core/facts';
import { useReader } from './reader';

const reader = useReader();
withDefaults(defineProps<{ standing: Standing; word?: boolean }>(), { word: true });
</script>

<template>
  <span class="standing" :class="`standing--${standing}`">
    <svg width="14" height="14" viewBox="0 0 14 14" aria-hidden="true">
      <path
        v-if="standing === 'applicant'"
        d="M8.9 1.75A5.5 5.5 0 1 0 12.25 5.1"
        fill="none"
        stroke="currentColor"
        stroke-width="2.2"
      />
      <circle v-else-if="standing === 'admitted'" cx="7" cy="7" r="6.2" fill="currentColor" />
      <path
        v-else-if="standing === 'paused'"
        d="M5.6.95a6.2 6.2 0 0 0 0 12.1zM8.4.95a6.2 6.2 0 0 1 0 12.1z"
        fill="currentColor"
      />
      <template v-else-if="standing === 'lapsed'">
        <circle cx="7" cy="7" r="5.5" fill="none" stroke="currentColor" stroke-width="1.4" />
        <path d="M1.2 7h11.6a5.8 5.8 0 0 1-11.6 0z" fill="currentColor" />
      </template>
      <path
        v-else-if="standing === 'declined'"
        d="M2 2l10 10M12 2L2 12"
        stroke="currentColor"
        stroke-width="2.6"
        fill="none"
      />
      <path v-else d="M.8 7h12.4" stroke="currentColor" stroke-width="3.4" />
    </svg>
    <span :class="{ unseen: !word }">{{ sayStanding(standing, reader) }}</span>
  </span>
</template>

<style>
.standing {
  display: inline-flex;
  align-items: baseline;
  gap: 7px;
  font-weight: 600;
  white-space: nowrap;
}
.standing svg {
  align-self: center;
  flex: none;
}
.standing--applicant {
  color: var(--slate);
}
.standing--admitted {
  color: var(--moss);
}
.standing--paused {
  color: var(--heather);
}
.standing--lapsed {
  color: var(--umber);
}
.standing--declined {
  color: var(--clay);
}
.standing--closed {
  color: var(--stone);
}
</style>
