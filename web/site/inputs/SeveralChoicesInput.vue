<script setup lang="ts">
/** Several of the answers offered. */
import type { InputProps } from './input';

defineProps<InputProps<'severalChoices'>>();
const chosen = defineModel<string[]>({ default: () => [] });
</script>

<template>
  <div class="ticks">
    <label v-for="choice in input.choices" :key="choice.id" class="tick">
      <input :id="`${tied.id}-${choice.id}`" v-model="chosen" type="checkbox" :name="tied.name" :value="choice.id" />
      <span>{{ choice.label }}</span>
    </label>
  </div>
</template>
