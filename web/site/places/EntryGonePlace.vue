<script setup lang="ts">
/** Where an entry stood that has ended: what is like it. */
import type { PlaceView } from '../../../contract';
import SiteLink from '../SiteLink.vue';

defineProps<{ place: Extract<PlaceView, { kind: 'entryGone' }> }>();
</script>

<template>
  <main class="narrow">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <p>{{ place.says }}</p>
    <p>
      <SiteLink :to="place.board.href" class="button">{{ place.board.label }}</SiteLink>
    </p>
  </main>
</template>
