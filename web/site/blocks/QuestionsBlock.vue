<script setup lang="ts">
/** Questions, each opening its answer, without script too. */
import type { BlockView } from '../../../contract';
import RichText from '../text/RichText';

defineProps<{ block: Extract<BlockView, { kind: 'questions' }> }>();
</script>

<template>
  <section class="questions">
    <h2 v-if="block.title">{{ block.title }}</h2>
    <details v-for="(one, at) in block.questions" :key="at">
      <summary>{{ one.question }}</summary>
      <RichText :text="one.answer" />
    </details>
  </section>
</template>
