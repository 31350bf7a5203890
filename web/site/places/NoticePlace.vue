<script setup lang="ts">
/** A few sentences and a way on: after a form was sent, and where one takes nobody. */
import type { PlaceView } from '../../../contract';
import SiteLink from '../SiteLink.vue';

defineProps<{ place: Extract<PlaceView, { kind: 'notice' }> }>();
</script>

<template>
  <main class="narrow">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <p v-for="line in place.says" :key="line">{{ line }}</p>
    <p>
      <SiteLink :to="place.way.href" class="button">{{ place.way.label }}</SiteLink>
    </p>
  </main>
</template>
