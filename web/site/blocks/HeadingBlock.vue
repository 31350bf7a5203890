<script setup lang="ts">
/** A heading within a page. */
import type { BlockView } from '../../../contract';

defineProps<{ block: Extract<BlockView, { kind: 'heading' }> }>();
</script>

<template>
  <h2 class="heading">{{ block.text }}</h2>
</template>
