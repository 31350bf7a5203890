<script setup lang="ts">
/** A door explained for one person: each condition, the value found, met or not. */
import type { TraceView } from '../../../contract';

defineProps<{ trace: TraceView }>();
const heads = { all: 'All of these', any: 'Any of these', none: 'None of these' } as const;
</script>

<template>
  <div class="trace">
    <template v-if="trace.of === 'condition'">
      <p class="trace__line">
        <span>{{ trace.says }}</span><b :class="trace.met ? 'trace__met' : 'trace__unmet'">{{
          trace.met ? 'met' : 'not met'
        }}</b>
      </p>
      <p class="strip__quiet">{{ trace.found }}</p>
    </template>
    <p v-else-if="trace.parts.length === 0">{{ trace.met ? 'Open to everyone.' : 'Shut for everyone.' }}</p>
    <template v-else>
      <p class="trace__line">
        <span>{{ heads[trace.of] }}</span><b :class="trace.met ? 'trace__met' : 'trace__unmet'">{{
          trace.met ? 'met' : 'not met'
        }}</b>
      </p>
      <div class="trace__parts"><DoorTrace v-for="(part, at) in trace.parts" :key="at" :trace="part" /></div>
    </template>
  </div>
</template>
