<script setup lang="ts">
/** A tick by which somebody agrees; its words are part of the target. */
import type { InputProps } from './input';

defineProps<InputProps<'agreement'>>();
const agreed = defineModel<boolean>({ default: false });
</script>

<template>
  <label class="tick">
    <input
      v-bind="tied"
      :checked="agreed === true"
      type="checkbox"
      value="true"
      @change="agreed = ($event.target as HTMLInputElement).checked"
    />
    <span>{{ input.agree }}</span>
  </label>
</template>
