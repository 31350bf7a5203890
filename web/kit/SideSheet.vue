<script setup lang="ts">
/** What stands beside the work: a column where there is room, else it covers the work and what is behind is out of reach. */
import { VNavigationDrawer } from 'vuetify/components/VNavigationDrawer';
import { useNarrow } from './narrow';

defineProps<{ label: string }>();
const narrow = useNarrow();
</script>

<template>
  <VNavigationDrawer
    class="kit-sheet"
    tag="aside"
    absolute
    location="right"
    width="420"
    :aria-label="label"
    :model-value="true"
    :permanent="!narrow"
    :temporary="narrow"
    :scrim="false"
    persistent
    touchless
    disable-resize-watcher
    disable-route-watcher
  >
    <slot />
  </VNavigationDrawer>
</template>

<style>
.kit-sheet {
  max-width: 100%;
  border: 0;
  border-left: 1px solid rgb(var(--v-theme-edge));
  border-radius: 0;
  box-shadow: none;
  background: rgb(var(--v-theme-surface));
  color: rgb(var(--v-theme-on-surface));
}
.kit-sheet .v-navigation-drawer__content {
  display: flex;
  flex-direction: column;
  padding: 14px 24px 24px 22px;
}
/* It scrolls as a whole; nothing in it gives way. */
.kit-sheet .v-navigation-drawer__content > * {
  flex: none;
}
@media print {
  .kit-sheet {
    display: none;
  }
}
</style>
