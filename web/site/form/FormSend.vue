<script setup lang="ts">
/** The way on through the pages of a form, and at its end the button that sends it. */
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';
import type { Questions } from './useQuestions';

const says = siteSays(useReader());
const props = defineProps<{ questions: Questions; label: string; note?: string | null; sending: boolean }>();
const { alive, steps, at, next, back } = props.questions;
</script>

<template>
  <div class="form__send">
    <button v-if="at > 0" class="button button--plain" type="button" @click="back">{{ says.pageBefore }}</button>
    <button v-if="at < steps.length - 1" class="button form__next" type="button" :disabled="!alive" @click="next">
      {{ says.nextPage }}
    </button>
    <button class="button" :class="{ 'off-page': at < steps.length - 1 }" type="submit" :disabled="sending">
      {{ sending ? says.sending : label }}
    </button>
    <p v-if="note && at === steps.length - 1" class="quiet">{{ note }}</p>
  </div>
</template>
