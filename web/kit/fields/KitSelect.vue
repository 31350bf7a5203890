<script setup lang="ts">
/** One of a few, chosen from a list. */
import { VSelect } from 'vuetify/components/VSelect';

defineProps<{ label: string; items: readonly { title: string; value: string }[] }>();
const chosen = defineModel<string>({ required: true });
</script>

<template>
  <VSelect
    v-model="chosen"
    class="kit-field"
    :items="items"
    :aria-label="label"
    :list-props="{ 'aria-label': label } as object"
  />
</template>
