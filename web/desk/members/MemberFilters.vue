<script setup lang="ts">
/** Search as one types, and who is shown by level and group. */
import { ref, watch } from 'vue';
import FieldInput from '../../kit/fields/FieldInput.vue';
import KitSelect from '../../kit/fields/KitSelect.vue';
import { useDebounced } from '../debounced';

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
    <label for="member-search">Name, email, postcode or number begins</label>
    <FieldInput id="member-search" v-model="typed" kind="search" placeholder="Search" class="filters__search" />
    <KitSelect
      class="filters__pick"
      label="Level"
      :model-value="asked.level ?? ''"
      :items="withAny(levels, 'Any level')"
      @update:model-value="emit('ask', { level: $event || undefined })"
    />
    <KitSelect
      class="filters__pick"
      label="Group"
      :model-value="asked.group ?? ''"
      :items="withAny(groups, 'Any group')"
      @update:model-value="emit('ask', { group: $event || undefined })"
    />
  </div>
</template>
