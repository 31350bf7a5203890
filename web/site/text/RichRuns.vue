<script setup lang="ts">
/** The runs of one line: plain, strong, emphasised, or leading somewhere. */
import type { RunView } from '../../../contract';
import SiteLink from '../SiteLink.vue';
import RichMark from './RichMark.vue';

defineProps<{ runs: readonly RunView[] }>();
</script>

<template>
  <template v-for="(run, at) in runs" :key="at"
    ><template v-if="typeof run === 'string'">{{ run }}</template
    ><SiteLink v-else-if="run.href !== null" :to="run.href"><RichMark :run="run" /></SiteLink
    ><RichMark v-else :run="run"
  /></template>
</template>
