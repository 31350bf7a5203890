<script setup lang="ts">
/** Paragraphs. */
import type { BlockView } from '../../../contract';

defineProps<{ block: Extract<BlockView, { kind: 'text' }> }>();
</script>

<template>
  <div class="text">
    <p v-for="(text, at) in block.paragraphs" :key="at">{{ text }}</p>
  </div>
</template>
