<script setup lang="ts">
/** A door explained for one person: each condition, the value found, met or not. */
import type { TraceView } from '../../../contract';
import { reader } from '../base/reader';
import { viewpointSays } from './viewpoint.sentences';

const says = viewpointSays(reader);

defineProps<{ trace: TraceView }>();
const heads = { all: says.allOfThese, any: says.anyOfThese, none: says.noneOfThese } as const;
</script>

<template>
  <div class="trace">
    <template v-if="trace.of === 'condition'">
      <p class="trace__line">
        <span>{{ trace.says }}</span><b :class="trace.met ? 'trace__met' : 'trace__unmet'">{{
          trace.met ? says.met : says.notMet
        }}</b>
      </p>
      <p class="strip__quiet">{{ trace.found }}</p>
    </template>
    <p v-else-if="trace.parts.length === 0">{{ trace.met ? says.openToAll : says.shutForAll }}</p>
    <template v-else>
      <p class="trace__line">
        <span>{{ heads[trace.of] }}</span><b :class="trace.met ? 'trace__met' : 'trace__unmet'">{{
          trace.met ? says.met : says.notMet
        }}</b>
      </p>
      <div class="trace__parts"><DoorTrace v-for="(part, at) in trace.parts" :key="at" :trace="part" /></div>
    </template>
  </div>
</template>
