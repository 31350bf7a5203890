<script setup lang="ts">
/** The list of keys, and the switch for letter keys. */
import { VCheckbox } from 'vuetify/components/VCheckbox';
import { VDialog } from 'vuetify/components/VDialog';
import KitButton from '../../kit/KitButton.vue';
import { useAreas } from '../base/area';
import { letterKeys } from '../base/preferences';
import { reader } from '../base/reader';
import { frameSays } from './frame.sentences';

const says = frameSays(reader);

const areas = useAreas();
const open = defineModel<boolean>({ required: true });
const keys: (readonly [key: string, does: string])[] = [
  ['/', says.findAnyone],
  ...areas.map(({ key, name }) => [says.gThen({ key: key.toUpperCase() }), name] as const),
  ['J, K', says.nextRow],
  ['Enter', says.openRow],
  ['Esc', says.closeSheet],
  ...areas.flatMap((area) => area.keys),
  ['V', says.openCloseView],
  ['Shift + V', says.choosePerson],
  ['[ and ]', says.dateBackOn],
  ['?', says.thisList],
];
</script>

<template>
  <VDialog v-model="open" width="440" aria-labelledby="keys-title">
    <section class="panel">
      <h2 id="keys-title">{{ says.keys }}</h2>
      <dl class="keys">
        <div v-for="[key, does] in keys" :key="key">
          <dt>
            <kbd>{{ key }}</kbd>
          </dt>
          <dd>{{ does }}</dd>
        </div>
      </dl>
      <div class="panel__foot">
        <VCheckbox v-model="letterKeys" class="kit-tick" :label="says.letterKeys" />
        <KitButton @click="open = false">{{ says.close }}</KitButton>
      </div>
    </section>
  </VDialog>
</template>
