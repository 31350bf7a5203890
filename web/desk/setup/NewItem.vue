<script setup lang="ts">
/** What a new item is called: the one thing that has to be known before it is there. */
import { ref } from 'vue';
import { VDialog } from 'vuetify/components/VDialog';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import { setupSays } from './setup.sentences';

const says = setupSays(reader);
defineProps<{ title: string; label: string; action: string }>();
const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ make: [name: string] }>();
const name = ref('');
function make(): void {
  const text = name.value.trim();
  if (!text) return;
  emit('make', text);
  name.value = '';
  open.value = false;
}
</script>

<template>
  <VDialog v-model="open" width="440" aria-labelledby="new-item-title">
    <form class="panel" @submit.prevent="make">
      <h2 id="new-item-title">{{ title }}</h2>
      <KitField id="new-item" v-model="name" :label="label" autofocus />
      <slot />
      <div class="panel__foot">
        <KitButton @click="open = false">{{ says.cancel }}</KitButton>
        <KitButton kind="primary" type="submit" :disabled="!name.trim()">{{ action }}</KitButton>
      </div>
    </form>
  </VDialog>
</template>
