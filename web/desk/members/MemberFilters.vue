<script setup lang="ts">
/** Search as one types, and who is shown by level and group. */
import { ref, watch } from 'vue';
import { VSelect } from 'vuetify/components/VSelect';

type Asked = { q: string; level?: string; group?: string };
const props = defineProps<{
  asked: Asked;
  levels: { id: string; title: string }[];
  groups: { id: string; title: string }[];
}>();
const emit = defineEmits<{ ask: [change: Record<string, string | undefined>] }>();
const typed = ref(props.asked.q);
let timer: ReturnType<typeof setTimeout> | undefined;
watch(typed, (text) => {
  clearTimeout(timer);
  timer = setTimeout(() => emit('ask', { q: text.trim() || undefined }), 160);
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
    <input
      id="member-search"
      v-model="typed"
      type="search"
      placeholder="Search"
      autocomplete="off"
      class="filters__search"
    />
    <div class="field filters__pick">
      <VSelect
        :model-value="asked.level ?? ''"
        :items="withAny(levels, 'Any level')"
        aria-label="Level"
        :list-props="{ 'aria-label': 'Level' } as object"
        @update:model-value="emit('ask', { level: $event || undefined })"
      />
    </div>
    <div class="field filters__pick">
      <VSelect
        :model-value="asked.group ?? ''"
        :items="withAny(groups, 'Any group')"
        aria-label="Group"
        :list-props="{ 'aria-label': 'Group' } as object"
        @update:model-value="emit('ask', { group: $event || undefined })"
      />
    </div>
  </div>
</template>
