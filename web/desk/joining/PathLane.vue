<script setup lang="ts">
/** The gates of a path in their order, from applicant to admitted; one is chosen, and moves with Alt and an arrow. */
import { ownOf, type OwnGate } from '../../../core/joining';
import StandingMark from '../../kit/StandingMark.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { joiningSays } from './joining.sentences';

defineProps<{ gates: readonly OwnGate[]; chosen: string | null }>();
const emit = defineEmits<{ choose: [gate: string]; move: [gate: string, by: -1 | 1] }>();

const says = joiningSays(reader);
const draft = useDraft();
/** What stands under a gate in the lane. */
const linesOf = (one: OwnGate): readonly string[] => [
  ...(draft.setup ? ownOf(one).brief(one, draft.setup) : []),
  ...(one.when ? [says.forSome] : []),
];
</script>

<template>
  <div class="lane" role="group" :aria-label="says.moveGate">
    <div class="lane__end">
      <span class="lane__mark"><StandingMark standing="applicant" :word="false" /></span>
      <span class="lane__name">{{ says.applicant }}</span>
    </div>
    <button
      v-for="(one, at) in gates"
      :key="one.id"
      type="button"
      class="lane__gate"
      :class="{ 'lane__gate--chosen': one.id === chosen }"
      :aria-pressed="one.id === chosen"
      @click="emit('choose', one.id)"
      @keydown.alt.left.prevent="emit('move', one.id, -1)"
      @keydown.alt.right.prevent="emit('move', one.id, 1)"
    >
      <span class="lane__plate">{{ at + 1 }}</span>
      <span class="lane__name">{{ one.title }}</span>
      <span v-for="line in linesOf(one)" :key="line" class="lane__says">{{ line }}</span>
    </button>
    <div class="lane__end">
      <span class="lane__mark"><StandingMark standing="admitted" :word="false" /></span>
      <span class="lane__name">{{ says.admitted }}</span>
    </div>
  </div>
</template>

<style src="./editor.css"></style>
