<script setup lang="ts">
/**
 * What is changed by staff who handle money alone: others read it, with the reason why they cannot change it here. The
 * server holds to the same. `plain`: without the reason, where it stands close by.
 */
import { computed } from 'vue';
import { VDefaultsProvider } from 'vuetify/components/VDefaultsProvider';
import { desk } from '../base/calls';
import { reader } from '../base/reader';
import { may, useMe } from '../base/session';
import { setupSays } from './setup.sentences';

defineProps<{ plain?: boolean }>();
const says = setupSays(reader);
const { data: me } = useMe();
const only = computed(() => Boolean(me.value && !may(me.value, desk.money.refund)));
const reading = { global: { disabled: true } };
</script>

<template>
  <template v-if="only">
    <p v-if="!plain" class="money-hands quiet">{{ says.moneyHands }}</p>
    <VDefaultsProvider :defaults="reading"><slot /></VDefaultsProvider>
  </template>
  <slot v-else />
</template>

<style>
.money-hands {
  grid-column: 1 / -1;
}
</style>
