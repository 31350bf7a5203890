<script setup lang="ts">
/** The faces of an area, in the bar: how many items each has, or how many of them need a hand. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import type { AreaPart } from '../base/area';
import { reader } from '../base/reader';
import { setupStanding } from '../base/standing';
import { setupSays } from '../setup/setup.sentences';
import { frameSays } from './frame.sentences';

const says = frameSays(reader);
const common = setupSays(reader);
const props = defineProps<{ parts: readonly AreaPart[] }>();
const route = useRoute();
const shown = computed(() =>
  props.parts.map((part) => ({
    ...part,
    here: part.path === route.path || (part !== props.parts[0] && route.path.startsWith(`${part.path}/`)),
    toFix: setupStanding.value?.findings.filter(({ kind }) => kind === part.kind).length ?? 0,
  })),
);
</script>

<template>
  <nav class="parts" :aria-label="says.partsLabel">
    <RouterLink
      v-for="part in shown"
      :key="part.path"
      :to="part.path"
      class="parts__one"
      :aria-current="part.here ? 'page' : undefined"
    >
      {{ part.name }} <span v-if="part.toFix" class="flag">{{ common.toFix({ count: part.toFix }) }}</span>
    </RouterLink>
  </nav>
</template>
