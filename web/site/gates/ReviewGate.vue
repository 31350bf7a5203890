<script setup lang="ts">
/** The gate Review: somebody else is to act, or has asked something. */
import type { GateSight } from '../../../core/joining/gates';
import QuestionAnswer from './QuestionAnswer.vue';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

defineProps<{ act: Extract<GateSight, { kind: 'review' }> }>();
</script>

<template>
  <section class="act">
    <h2>{{ says.withUs }}</h2>
    <p>{{ act.says }}</p>
    <QuestionAnswer v-if="act.question" :question="act.question" :answer="act.answer" />
  </section>
</template>
