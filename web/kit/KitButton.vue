<script setup lang="ts">
/** A button of the house: outlined; one filled a region; clay where something is refused or erased; a link within text. */
import { VBtn } from 'vuetify/components/VBtn';

withDefaults(defineProps<{ kind?: 'plain' | 'primary' | 'danger' | 'link'; small?: boolean }>(), {
  kind: 'plain',
  small: false,
});
</script>

<template>
  <VBtn variant="text" class="kit-button" :class="[`kit-button--${kind}`, { 'kit-button--small': small }]"
    ><slot
  /></VBtn>
</template>

<style>
.kit-button {
  height: 32px;
  min-width: 0;
  max-width: 100%;
  padding: 0 13px;
  border: 1px solid rgb(var(--v-theme-edge));
  border-radius: 3px;
  background: rgb(var(--v-theme-surface));
  color: rgb(var(--v-theme-on-surface));
  font: 600 14px/20px var(--sans);
  letter-spacing: normal;
  text-indent: 0;
}
.kit-button .v-btn__content {
  gap: 7px;
}
.kit-button--small {
  height: 28px;
  padding: 0 10px;
  font-size: 13.5px;
}
.kit-button--primary {
  border-color: rgb(var(--v-theme-primary));
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
}
.kit-button--danger {
  border-color: rgb(var(--v-theme-error));
  color: rgb(var(--v-theme-error));
}
.kit-button--link {
  display: inline;
  height: auto;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: 600 15px/20px var(--sans);
  text-decoration: underline;
  text-decoration-thickness: 1px;
  text-underline-offset: 3px;
}
.kit-button--link .v-btn__content {
  display: inline;
  white-space: normal;
}
.kit-button:focus-visible {
  outline: 2px solid var(--focus);
  outline-offset: 1px;
}
.kit-button:disabled {
  opacity: 0.6;
}
.kit-button kbd {
  margin-left: 2px;
}
</style>
