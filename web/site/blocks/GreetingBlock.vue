<script setup lang="ts">
/** The words that greet whoever is signed in. */
import type { BlockView } from '../../../contract';

defineProps<{ block: Extract<BlockView, { kind: 'greeting' }> }>();
</script>

<template>
  <section class="greeting">
    <h1 tabindex="-1">{{ block.title }}</h1>
    <p class="quiet">{{ block.text }}</p>
  </section>
</template>
