<script setup lang="ts">
/** A colour, by the browser's own picker, with its code beside it for who knows it. An input that has none chosen is black to the browser, so the code alone is sent. */
import type { InputProps } from './input';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());
defineProps<InputProps<'colour'>>();
const text = defineModel<string>({ default: '' });
</script>

<template>
  <div class="colour">
    <input v-bind="tied" v-model="text" class="input" type="text" autocomplete="off" spellcheck="false" />
    <input
      class="colour__pick"
      type="color"
      :aria-label="says.pickColour"
      :value="/^#[0-9a-f]{6}$/i.test(text) ? text : '#ffffff'"
      @input="text = ($event.target as HTMLInputElement).value"
    />
  </div>
</template>
