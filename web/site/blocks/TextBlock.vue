<script setup lang="ts">
/** Formatted text. */
import type { BlockView } from '../../../contract';
import RichText from '../text/RichText';

defineProps<{ block: Extract<BlockView, { kind: 'text' }> }>();
</script>

<template>
  <RichText :text="block.text" />
</template>
