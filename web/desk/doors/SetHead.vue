<script setup lang="ts">
/** How many of a set must be met, as the beginning of its sentence. */
import { computed } from 'vue';
import KitSelect from '../../kit/fields/KitSelect.vue';
import { reader } from '../base/reader';
import { doorsSay } from './doors.sentences';

const says = doorsSay(reader);
type Mode = 'all' | 'any' | 'none';
const props = defineProps<{ id: string; mode: Mode; within: boolean }>();
const emit = defineEmits<{ change: [mode: Mode] }>();
const MARK = '\u0001';
const around = computed(() => (props.within ? says.ofThese : says.letIn)({ mode: MARK }).split(MARK));
const modes = (['all', 'any', 'none'] as const).map((value) => ({ title: says[value], value }));
</script>

<template>
  <div class="set-head">
    <span v-if="around[0]">{{ around[0] }}</span>
    <KitSelect
      class="set-head__mode"
      :model-value="mode"
      :label="says.howMany"
      :items="modes"
      @update:model-value="emit('change', $event as Mode)"
    />
    <span>{{ around[1] }}</span>
    <slot />
  </div>
</template>

<style>
.set-head {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 6px 0;
  white-space: pre;
}
.set-head__mode {
  flex: none;
  width: 92px;
}
.set-head > :last-child.kit-button {
  margin-left: auto;
}
</style>
