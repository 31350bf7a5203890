<script setup lang="ts">
/** A span as a number and its unit: days, weeks, months or years. */
import { computed } from 'vue';
import type { Span } from '../../../core/kernel';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import { typedCount } from '../joining/counts';
import { reader } from '../base/reader';
import { deskLevelsSays } from './levels.sentences';

const says = deskLevelsSays(reader);
defineProps<{ id: string; label: string; fault: string | null }>();
const span = defineModel<Span>({ required: true });
const units = computed(() => [
  { title: says.unitDays, value: 'days' },
  { title: says.unitWeeks, value: 'weeks' },
  { title: says.unitMonths, value: 'months' },
  { title: says.unitYears, value: 'years' },
]);
</script>

<template>
  <div class="span-pick">
    <KitField
      :id="id"
      :model-value="String(span.count)"
      :label="label"
      :fault="fault"
      @update:model-value="span = { ...span, count: typedCount($event) }"
    />
    <KitChoice
      :model-value="span.unit"
      :label="says.unit"
      :items="units"
      @update:model-value="span = { ...span, unit: $event as Span['unit'] }"
    />
  </div>
</template>

<style>
.span-pick {
  display: grid;
  grid-template-columns: minmax(64px, 90px) minmax(110px, 140px);
  gap: 8px;
}
</style>
