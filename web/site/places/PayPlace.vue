<script setup lang="ts">
/** Buying a level, or changing to another: what it comes to, and paying. */
import type { PlaceView } from '../../../contract';
import PayForm from '../form/PayForm.vue';

defineProps<{ place: Extract<PlaceView, { kind: 'pay' }> }>();
</script>

<template>
  <main class="paywide">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <p class="quiet">{{ place.intro }}</p>
    <PayForm :pay="place.pay" />
  </main>
</template>
