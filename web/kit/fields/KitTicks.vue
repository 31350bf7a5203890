<script setup lang="ts">
/** Any of a few, each a box to tick, with their label above. */
import { VCheckbox } from 'vuetify/components/VCheckbox';

defineProps<{
  label: string;
  items: readonly { readonly title: string; readonly value: string }[];
  help?: string | null;
  fault?: string | null;
}>();
const chosen = defineModel<readonly string[]>({ required: true });
const tick = (value: string, on: boolean | null) => {
  const others = chosen.value.filter((one) => one !== value);
  chosen.value = on ? [...others, value] : others;
};
</script>

<template>
  <fieldset class="field">
    <legend class="field__label">{{ label }}</legend>
    <p v-if="help" class="field__help">{{ help }}</p>
    <VCheckbox
      v-for="item in items"
      :key="item.value"
      class="kit-tick"
      :label="item.title"
      :model-value="chosen.includes(item.value)"
      @update:model-value="tick(item.value, $event)"
    />
    <p v-if="fault" class="field__fault">{{ fault }}</p>
  </fieldset>
</template>
