<script setup lang="ts">
/** What stands beside a condition: a number, letters, a day, or one of many answers. */
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import { reader } from '../base/reader';
import type { Beside } from './conditions';
import { rulesSays } from './rules.sentences';

const says = rulesSays(reader);
defineProps<{
  id: string;
  beside: Beside;
  /** Of which one is chosen, where one is. */
  choices: readonly { title: string; value: string }[];
  fault?: string | null;
}>();
const typed = defineModel<string>({ required: true });

const labels = { number: says.theNumber, letters: says.theLetters, day: says.theDay, choice: says.theAnswer };
const kinds = { number: 'number', letters: 'text', day: 'date' } as const;
</script>

<template>
  <KitChoice
    v-if="beside === 'choice'"
    v-model="typed"
    :label="labels.choice"
    :items="choices"
    :fault="fault ?? null"
  />
  <KitField v-else :id="id" v-model="typed" :kind="kinds[beside]" :label="labels[beside]" :fault="fault ?? null" />
</template>
