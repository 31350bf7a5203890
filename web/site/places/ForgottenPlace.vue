<script setup lang="ts">
/** Asking for a link to choose a new password. */
import type { PlaceView } from '../../../contract';
import ForgottenForm from '../form/ForgottenForm.vue';

defineProps<{ place: Extract<PlaceView, { kind: 'forgotten' }> }>();
</script>

<template>
  <main class="narrow">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <ForgottenForm />
  </main>
</template>
