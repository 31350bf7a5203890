<script setup lang="ts">
/** Yes or no, and neither before it is answered. */
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';
import type { InputProps } from './input';

const says = siteSays(useReader());
defineProps<InputProps<'yesNo'>>();
const chosen = defineModel<boolean | null>();
</script>

<template>
  <div class="ticks ticks--row">
    <label v-for="answer in [true, false]" :key="String(answer)" class="tick">
      <input
        :id="answer ? tied.id : `${tied.id}-no`"
        v-model="chosen"
        type="radio"
        :name="tied.name"
        :value="answer"
        :aria-describedby="tied['aria-describedby']"
      />
      <span>{{ answer ? says.yes : says.no }}</span>
    </label>
  </div>
</template>
