<script setup lang="ts">
/** A follow-up form at its own address. */
import type { PlaceView } from '../../../contract';
import FollowUpForm from '../form/FollowUpForm.vue';

defineProps<{ place: Extract<PlaceView, { kind: 'form' }> }>();
</script>

<template>
  <main class="narrow">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <FollowUpForm :place="place" />
  </main>
</template>
