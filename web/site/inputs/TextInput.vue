<script setup lang="ts">
/** A line of text, or several. */
import type { InputProps } from './input';

defineProps<InputProps<'text'>>();
const text = defineModel<string>({ default: '' });
</script>

<template>
  <textarea v-if="input.long" v-bind="tied" v-model="text" class="input" rows="3" />
  <input
    v-else
    v-bind="tied"
    v-model="text"
    class="input"
    type="text"
    :autocomplete="autocomplete ?? input.autocomplete"
  />
</template>
