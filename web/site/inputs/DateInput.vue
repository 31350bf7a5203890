<script setup lang="ts">
/** A day, by the browser's own calendar, in the order its reader's language writes it. */
import type { InputProps } from './input';

defineProps<InputProps<'date'>>();
const text = defineModel<string>({ default: '' });
</script>

<template>
  <input
    v-bind="tied"
    v-model="text"
    class="input"
    type="date"
    :min="input.earliest ?? undefined"
    :max="input.latest ?? undefined"
    :autocomplete="autocomplete ?? 'off'"
  />
</template>
