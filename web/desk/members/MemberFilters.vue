<script setup lang="ts">
/** Search as one types, and who is shown by level and group. */
import { ref, watch } from 'vue';
import FieldInput from '../../kit/fields/FieldInput.vue';
import KitSelect from '../../kit/fields/KitSelect.vue';
import { useDebounced } from '../base/debounced';
import { reader } from '../base/reader';
import { membersSays } from './members.sentences';

const says = membersSays(reader);

type Asked = { q: string; level?: string; group?: string };
const props = defineProps<{
  asked: Asked;
  levels: { id: string; title: string }[];
  groups: { id: string; title: string }[];
}>();
const emit = defineEmits<{ ask: [change: Record<string, string | undefined>] }>();
const typed = ref(props.asked.q);
useDebounced(typed, (text) => {
  if (text.trim() !== props.asked.q) emit('ask', { q: text.trim() || undefined });
});
watch(
  () => props.asked.q,
  (q) => {
    if (q !== typed.value.trim()) typed.value = q;
  },
);
const withAny = (items: { id: string; title: string }[], any: string) => [
  { title: any, value: '' },
  ...items.map((item) => ({ title: item.title, value: item.id })),
];
</script>

<template>
  <div class="filters" role="search">
    <label for="member-search">{{ says.searchBegins }}</label>
    <FieldInput id="member-search" v-model="typed" kind="search" :placeholder="says.search" class="filters__search" />
    <KitSelect
      class="filters__pick"
      :label="says.level"
      :model-value="asked.level ?? ''"
      :items="withAny(levels, says.anyLevel)"
      @update:model-value="emit('ask', { level: $event || undefined })"
    />
    <KitSelect
      class="filters__pick"
      :label="says.group"
      :model-value="asked.group ?? ''"
      :items="withAny(groups, says.anyGroup)"
      @update:model-value="emit('ask', { group: $event || undefined })"
    />
  </div>
</template>
