<script setup lang="ts">
/** A list or a sheet that could not be fetched: why, and a way to try again. */
import KitButton from './KitButton.vue';
import { troubleOf } from './api';

defineProps<{ error: unknown }>();
defineEmits<{ again: [] }>();
</script>

<template>
  <div class="trouble" role="alert">
    <p>{{ troubleOf(error).says }}</p>
    <KitButton small @click="$emit('again')">Try again</KitButton>
  </div>
</template>

<style>
.trouble {
  display: flex;
  align-items: center;
  gap: 16px;
  padding: 12px 14px;
  border: 2px solid var(--clay);
  border-radius: 2px;
}
</style>
