<script setup lang="ts">
/** A list of points. */
import type { BlockView } from '../../../contract';

defineProps<{ block: Extract<BlockView, { kind: 'points' }> }>();
</script>

<template>
  <ul class="points">
    <li v-for="(text, at) in block.points" :key="at">{{ text }}</li>
  </ul>
</template>
