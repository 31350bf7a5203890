<script setup lang="ts">
/** A list or a sheet that could not be fetched: why, and a way to try again. */
import KitButton from './KitButton.vue';
import { troubleOf } from './api';
import { useReader } from './reader';
import { kitSays } from './kit.sentences';

const says = kitSays(useReader());

defineProps<{ error: unknown }>();
defineEmits<{ again: [] }>();
</script>

<template>
  <div class="trouble" role="alert">
    <p>{{ troubleOf(error).says }}</p>
    <KitButton small @click="$emit('again')">{{ says.tryAgain }}</KitButton>
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
