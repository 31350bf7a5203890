<script setup lang="ts">
/** The index of areas: name, and beneath it its state. On a phone a button with the current area opens them as a list. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import MenuButton from '../../kit/MenuButton.vue';
import { areas } from '../areas';
import { useIndex } from '../session';
import { reader } from '../reader';
import { frameSays } from './frame.sentences';

const says = frameSays(reader);

defineProps<{ siteName: string }>();
const route = useRoute();
const index = useIndex();
const here = computed(() => areas.find((area) => area.path === route.path) ?? null);
const shown = computed(() =>
  areas.map((area) => ({ ...area, state: index.data.value ? area.state(index.data.value) : null })),
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
        </span>
      </RouterLink>
    </div>
  </nav>
</template>

<style src="./index.css"></style>
