<script setup lang="ts">
/** The list of keys, and the switch for letter keys. */
import { VCheckbox } from 'vuetify/components/VCheckbox';
import { VDialog } from 'vuetify/components/VDialog';
import KitButton from '../../kit/KitButton.vue';
import { areas } from '../areas';
import { letterKeys } from '../preferences';

const open = defineModel<boolean>({ required: true });
const keys: (readonly [key: string, does: string])[] = [
  ['/', 'Find anyone'],
  ...areas.map(({ key, name }) => [`G then ${key.toUpperCase()}`, name] as const),
  ['J, K', 'Next row, row before'],
  ['Enter', 'Open the row'],
  ['Esc', 'Close the sheet'],
  ...areas.flatMap((area) => area.keys),
  ['V', 'Open or close the view'],
  ['Shift + V', 'Choose the person to look as'],
  ['[ and ]', 'Date back, date on'],
  ['?', 'This list'],
];
</script>

<template>
  <VDialog v-model="open" width="440" aria-labelledby="keys-title">
    <section class="panel">
      <h2 id="keys-title">Keys</h2>
      <dl class="keys">
        <div v-for="[key, does] in keys" :key="key">
          <dt>
            <kbd>{{ key }}</kbd>
          </dt>
          <dd>{{ does }}</dd>
        </div>
      </dl>
      <div class="panel__foot">
        <VCheckbox v-model="letterKeys" class="kit-tick" label="Letter keys are on" />
        <KitButton @click="open = false">Close</KitButton>
      </div>
    </section>
  </VDialog>
</template>
