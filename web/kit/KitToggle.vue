<script setup lang="ts" generic="Value extends string">
/** One of a few, side by side; the chosen one is pressed in. */
import { VBtn } from 'vuetify/components/VBtn';
import { VBtnToggle } from 'vuetify/components/VBtnToggle';

defineProps<{ label: string; choices: readonly Value[] }>();
const chosen = defineModel<Value>({ required: true });
defineSlots<{ default(slot: { choice: Value }): unknown }>();
</script>

<template>
  <VBtnToggle v-model="chosen" mandatory class="kit-toggle" role="group" :aria-label="label">
    <VBtn
      v-for="choice in choices"
      :key="choice"
      :value="choice"
      variant="text"
      class="kit-toggle__choice"
      :aria-pressed="choice === chosen"
      ><slot :choice="choice"
    /></VBtn>
  </VBtnToggle>
</template>

<style>
.kit-toggle {
  flex: none;
  height: auto;
  max-width: 100%;
  overflow-x: auto;
  border: 1px solid rgb(var(--v-theme-edge));
  border-radius: 3px;
  background: rgb(var(--v-theme-surface));
}
.kit-toggle .kit-toggle__choice {
  flex: 1;
  justify-content: start;
  /* What has no room is scrolled to, never cut off. */
  min-width: max-content;
  height: auto;
  padding: 6px 6px 6px 11px;
  border: 0;
  border-left: 1px solid var(--rule);
  border-radius: 0;
  color: rgb(var(--v-theme-on-surface));
  font: inherit;
  letter-spacing: normal;
  text-align: left;
}
.kit-toggle .kit-toggle__choice:first-child {
  border-left: 0;
}
.kit-toggle .kit-toggle__choice[aria-pressed='true'] {
  background: rgb(var(--v-theme-on-surface));
  color: rgb(var(--v-theme-surface));
}
.kit-toggle .kit-toggle__choice:focus-visible {
  outline: 2px solid var(--focus);
  outline-offset: -3px;
}
</style>
