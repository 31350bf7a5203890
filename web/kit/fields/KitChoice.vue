<script setup lang="ts">
/** One of a few with its label above. */
import { useId } from 'vue';
import { VSelect } from 'vuetify/components/VSelect';

defineProps<{
  label: string;
  items: readonly { readonly title: string; readonly value: string }[];
  help?: string | null;
  fault?: string | null;
}>();
const chosen = defineModel<string>({ required: true });
const id = useId();
</script>

<template>
  <div class="field" :class="{ 'field--bad': fault }">
    <label class="field__label" :for="id">{{ label }}</label>
    <VSelect
      :id="id"
      v-model="chosen"
      class="kit-field"
      :items="[...items]"
      :error="Boolean(fault)"
      :aria-describedby="fault ? `${id}-fault` : help ? `${id}-help` : undefined"
      :list-props="{ 'aria-label': label } as object"
    />
    <p v-if="fault" :id="`${id}-fault`" class="field__fault">{{ fault }}</p>
    <p v-if="help" :id="`${id}-help`" class="field__help">{{ help }}</p>
  </div>
</template>
