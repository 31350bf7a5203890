<script setup lang="ts">
/** A span, told and typed in one unit; one in another unit is left alone until it is typed anew. */
import { computed } from 'vue';
import type { Span } from '../../../core/kernel';
import KitField from '../../kit/fields/KitField.vue';
import { typedCount } from './counts';

const props = defineProps<{ id: string; label: string; unit: 'hours' | 'days'; fault: string | null }>();
const span = defineModel<Span>({ required: true });

const DAYS: Record<Span['unit'], number> = {
  minutes: 1 / 1440,
  hours: 1 / 24,
  days: 1,
  weeks: 7,
  months: 30,
  years: 365,
};
const text = computed(() => {
  const { count, unit } = span.value;
  // What is no number stays as it was typed, and is marked.
  if (typeof count !== 'number') return String(count);
  return String(Math.round(((count * DAYS[unit]) / DAYS[props.unit]) * 100) / 100);
});
</script>

<template>
  <KitField
    :id="id"
    kind="number"
    :model-value="text"
    :label="label"
    :fault="fault"
    @update:model-value="span = { count: typedCount($event), unit }"
  />
</template>
