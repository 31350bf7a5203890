<script setup lang="ts">
/** The first and the last day of a span; without script both are sent under one name. */
import { computed } from 'vue';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';
import type { InputProps } from './input';

const says = siteSays(useReader());
defineProps<InputProps<'dateRange'>>();
/** `first/last`; a list of both as it came without script. */
const text = defineModel<string | string[]>({ default: '' });
const days = computed(() => (Array.isArray(text.value) ? text.value : text.value.split('/')));
function set(at: 0 | 1, event: Event): void {
  const [first = '', last = ''] = days.value;
  const { value } = event.target as HTMLInputElement;
  text.value = (at === 0 ? [value, last] : [first, value]).join('/').replace(/^\/$/, '');
}
</script>

<template>
  <div class="days">
    <label v-for="(label, at) in [says.firstDay, says.lastDay]" :key="at" class="days__one">
      <span>{{ label }}</span>
      <input
        v-bind="tied"
        :id="at === 0 ? tied.id : `${tied.id}-last`"
        class="input"
        type="date"
        :value="days[at] ?? ''"
        :min="input.earliest ?? undefined"
        :max="input.latest ?? undefined"
        autocomplete="off"
        @input="set(at as 0 | 1, $event)"
      />
    </label>
  </div>
</template>
