<script setup lang="ts">
/** The index of areas: name, and beneath it its state. On a phone a button with the current area opens them as a list. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import MenuButton from '../../kit/MenuButton.vue';
import { areasFor, isWithin, useAreas } from '../base/area';
import { useIndex, type Me } from '../base/session';
import { setupStanding } from '../base/standing';
import { setupSays } from '../setup/setup.sentences';
import { reader } from '../base/reader';
import { frameSays } from './frame.sentences';

const says = frameSays(reader);
const common = setupSays(reader);

const props = defineProps<{ siteName: string; me: Me }>();
const route = useRoute();
const index = useIndex();
const all = useAreas();
const areas = computed(() => areasFor(all, props.me));
const here = computed(() => areas.value.find((area) => isWithin(area, route.path)) ?? null);
const shown = computed(() =>
  areas.value.map((area) => ({
    ...area,
    state: index.data.value ? area.state(index.data.value, setupStanding.value) : null,
  })),
);
const places = computed(() =>
  shown.value.map(({ name, path, state }) => ({ title: name, to: path, ...(state ? { note: state.says } : {}) })),
);
</script>

<template>
  <nav class="index" :aria-label="says.areasLabel">
    <div class="index__brand">
      <b>Admissa</b><span>{{ siteName }}</span>
    </div>
    <MenuButton class="index__toggle" :label="here?.name ?? says.areas" :items="places">{{
      here?.name ?? says.areas
    }}</MenuButton>
    <div class="index__cells">
      <RouterLink
        v-for="area in shown"
        :key="area.path"
        :to="area.path"
        class="index__cell"
        :aria-current="here?.path === area.path ? 'page' : undefined"
      >
        <b>{{ area.name }}</b>
        <span class="index__state">
          <span :class="{ flag: area.state?.flag }">{{ area.state?.says }}</span>
          <span v-if="area.state?.draft" class="index__draft">{{ common.draft }}</span>
        </span>
      </RouterLink>
    </div>
  </nav>
</template>

<style src="./index.css"></style>
