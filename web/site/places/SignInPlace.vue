<script setup lang="ts">
/** Signing in. */
import type { PlaceView } from '../../../contract';
import SignInForm from '../form/SignInForm.vue';

defineProps<{ place: Extract<PlaceView, { kind: 'signIn' }> }>();
</script>

<template>
  <main class="narrow">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <SignInForm :place="place" />
  </main>
</template>
