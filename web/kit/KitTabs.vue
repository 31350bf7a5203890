<script setup lang="ts" generic="Name extends string">
/** Several faces of one thing. Arrow keys walk the tabs, Enter takes one. */
import { useId } from 'vue';
import { VTab, VTabs } from 'vuetify/components/VTabs';
import { VTabsWindow, VTabsWindowItem } from 'vuetify/components/VTabs';

defineProps<{ label: string; tabs: readonly Name[]; titleOf: (name: Name) => string }>();
const chosen = defineModel<Name>({ required: true });
defineSlots<{ [name: string]: () => unknown }>();
const id = useId();
</script>

<template>
  <VTabs v-model="chosen" class="kit-tabs" :aria-label="label" height="auto">
    <VTab
      v-for="name in tabs"
      :id="`${id}-${name}`"
      :key="name"
      :value="name"
      class="kit-tabs__tab"
      :aria-controls="`${id}-panel-${name}`"
      >{{ titleOf(name) }}</VTab
    >
  </VTabs>
  <VTabsWindow v-model="chosen" :transition="false" :reverse-transition="false">
    <VTabsWindowItem
      v-for="name in tabs"
      :id="`${id}-panel-${name}`"
      :key="name"
      :value="name"
      role="tabpanel"
      :aria-labelledby="`${id}-${name}`"
      tabindex="0"
      class="kit-tabs__panel"
      :transition="false"
      :reverse-transition="false"
      ><slot :name="name"
    /></VTabsWindowItem>
  </VTabsWindow>
</template>

<style>
.kit-tabs {
  flex: none;
  border-bottom: 1px solid rgb(var(--v-theme-edge));
}
.kit-tabs__tab {
  min-width: 0;
  margin-right: 16px;
  padding: 0;
  border-radius: 0;
  color: rgb(var(--v-theme-secondary));
  min-height: 36px;
  font: 500 15px/20px var(--sans);
  letter-spacing: normal;
}
.kit-tabs__tab[aria-selected='true'] {
  color: rgb(var(--v-theme-on-surface));
  font-weight: 650;
}
.kit-tabs__tab:focus-visible,
.kit-tabs__panel:focus-visible {
  outline: 2px solid var(--focus);
  outline-offset: -2px;
}
</style>
