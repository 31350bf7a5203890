<script setup lang="ts">
/** The list of keys, and the switch for letter keys. */
import { VBtn } from 'vuetify/components/VBtn';
import { VDialog } from 'vuetify/components/VDialog';
import { letterKeys } from '../preferences';

const open = defineModel<boolean>({ required: true });
const keys: [string, string][] = [
  ['/', 'Find anyone'],
  ['G then T', 'Today'],
  ['G then M', 'Members'],
  ['J, K', 'Next row, row before'],
  ['Enter', 'Open the row'],
  ['Esc', 'Close the sheet'],
  ['Y', 'Admit the applicant whose sheet is open'],
  ['N', 'Decline (asks for the reason)'],
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
        <label class="tick"><input v-model="letterKeys" type="checkbox" /> Letter keys are on</label>
        <VBtn @click="open = false">Close</VBtn>
      </div>
    </section>
  </VDialog>
</template>
