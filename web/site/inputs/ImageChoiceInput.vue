<script setup lang="ts">
/** One of the answers offered, each with its picture. */
import type { InputProps } from './input';

defineProps<InputProps<'imageChoice'>>();
const chosen = defineModel<string>({ default: '' });
</script>

<template>
  <div class="image-choices">
    <label v-for="(choice, at) in input.choices" :key="choice.id" class="image-choice">
      <input
        :id="at === 0 ? tied.id : `${tied.id}-${choice.id}`"
        v-model="chosen"
        type="radio"
        :name="tied.name"
        :value="choice.id"
        :aria-describedby="tied['aria-describedby']"
      />
      <img v-if="choice.picture" :src="choice.picture" alt="" width="120" height="120" />
      <span>{{ choice.label }}</span>
    </label>
  </div>
</template>
