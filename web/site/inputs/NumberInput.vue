<script setup lang="ts">
/** A number, typed as it is spoken: no arrows that change it by a turn of the wheel. */
import type { InputProps } from './input';

defineProps<InputProps<'number'>>();
const text = defineModel<string>({ default: '' });
</script>

<template>
  <input v-bind="tied" v-model="text" class="input" type="text" inputmode="numeric" autocomplete="off" />
</template>
