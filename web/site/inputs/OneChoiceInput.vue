<script setup lang="ts">
/** One of the answers offered. */
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';
import type { InputProps } from './input';

const says = siteSays(useReader());
defineProps<InputProps<'oneChoice'>>();
const text = defineModel<string>({ default: '' });
</script>

<template>
  <select v-bind="tied" v-model="text" class="input input--select">
    <option value="">{{ says.chooseOne }}</option>
    <option v-for="choice in input.choices" :key="choice.id" :value="choice.id">{{ choice.label }}</option>
  </select>
</template>
