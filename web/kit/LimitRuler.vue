<script setup lang="ts">
/** How much of a limit has gone: one tick a day, a bold one at the target; quince from the target on. */
import { computed } from 'vue';
import type { LimitView } from '../../contract';

const props = defineProps<{ limit: LimitView }>();
const WIDE = 112;
const step = computed(() => WIDE / props.limit.allowed);
const ticks = computed(() =>
  Array.from({ length: props.limit.allowed + 1 }, (_, at) => ({
    at: at * step.value,
    top: at === 0 || at === props.limit.allowed ? 1 : 8,
  })),
);
const over = computed(() => props.limit.target !== null && props.limit.passed >= props.limit.target);
</script>

<template>
  <span class="limit">
    <svg class="limit__ruler" width="114" height="16" viewBox="-1 0 114 16" aria-hidden="true">
      <rect x="0" y="3" :width="limit.passed * step" height="8" :class="over ? 'limit__over' : 'limit__fill'" />
      <path v-if="limit.target !== null" class="limit__target" :d="`M${limit.target * step} 1V14`" />
      <path v-for="tick in ticks" :key="tick.at" class="limit__tick" :d="`M${tick.at} ${tick.top}V14`" />
      <path class="limit__tick" d="M0 14h112" />
    </svg>
    <span class="limit__says"
      ><b>{{ limit.says }}</b
      >&#32;<span class="quiet">{{ limit.left }}</span></span
    >
  </span>
</template>

<style>
.limit {
  display: inline-flex;
  align-items: center;
  gap: 14px;
  white-space: nowrap;
}
.limit__fill {
  fill: var(--slate);
}
.limit__over {
  fill: var(--quince);
}
.limit__tick {
  stroke: var(--rule2);
  fill: none;
}
.limit__target {
  stroke: var(--ink);
}
</style>
