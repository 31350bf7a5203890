<script setup lang="ts">
/** A mail address. What is wrong with it is said by us, in our words. */
import type { InputProps } from './input';

defineProps<InputProps<'mail'>>();
const text = defineModel<string>({ default: '' });
</script>

<template>
  <input
    v-bind="tied"
    v-model="text"
    class="input"
    type="text"
    inputmode="email"
    autocapitalize="none"
    spellcheck="false"
    :autocomplete="autocomplete ?? 'email'"
  />
</template>
