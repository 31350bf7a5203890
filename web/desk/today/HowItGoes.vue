<script setup lang="ts">
/** How joining goes and who is there, in two charts. */
import type { TodayView } from '../../../contract';
import Waiting from '../../kit/Waiting.vue';
import JoiningChart from './JoiningChart.vue';
import StandingChart from './StandingChart.vue';

defineProps<{ today: TodayView | undefined; failed: boolean }>();
</script>

<template>
  <div v-if="today" class="how">
    <JoiningChart :joining="today.joining" />
    <StandingChart :standings="today.standings" :people="today.people" />
  </div>
  <Waiting v-else-if="!failed" :rows="6" />
</template>
