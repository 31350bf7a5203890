<script setup lang="ts">
/** The index of areas: name, and beneath it its state. */
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { countOf } from '../../../core/kernel/count';
import { areas } from '../areas';
import { useIndex } from '../session';

defineProps<{ siteName: string }>();
const route = useRoute();
const index = useIndex();
const open = ref(false);
const here = computed(() => areas.find((area) => area.path === route.path) ?? null);
const states = computed(() => {
  const data = index.data.value;
  return {
    Today: {
      flag: data && data.needYou > 0 ? `${data.needYou} need${data.needYou === 1 ? 's' : ''} you` : null,
      says: !data ? '' : data.needOthers > 0 ? `${data.needOthers} for reviewers` : 'in order',
    },
    Members: { flag: null, says: data ? countOf(data.people, 'person', 'people') : '' },
  } as Record<string, { flag: string | null; says: string }>;
});
</script>

<template>
  <nav class="index" :class="{ 'index--open': open }" aria-label="Areas of the desk">
    <div class="index__brand">
      <b>Admissa</b><span>{{ siteName }}</span>
    </div>
    <button type="button" class="index__toggle" :aria-expanded="open" @click="open = !open">
      {{ here?.name ?? 'Areas' }}<i class="caret" />
    </button>
    <RouterLink
      v-for="area in areas"
      :key="area.path"
      :to="area.path"
      class="index__cell"
      :aria-current="here === area ? 'page' : undefined"
      @click="open = false"
    >
      <b>{{ area.name }}</b>
      <span class="index__state">
        <span v-if="states[area.name]?.flag" class="flag">{{ states[area.name]!.flag }}</span>
        <template v-else>{{ states[area.name]?.says }}</template>
      </span>
    </RouterLink>
  </nav>
</template>
