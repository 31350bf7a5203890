<script setup lang="ts">
/** Texts beside each other, one under the other where there is no room. */
import type { BlockView } from '../../../contract';
import RichText from '../text/RichText';

defineProps<{ block: Extract<BlockView, { kind: 'columns' }> }>();
</script>

<template>
  <div class="columns" :class="{ 'columns--three': block.columns.length === 3 }">
    <RichText v-for="(text, at) in block.columns" :key="at" :text="text" />
  </div>
</template>
