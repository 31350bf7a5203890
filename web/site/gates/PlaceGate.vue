<script setup lang="ts">
/** On the waiting list of a form of which there are only so many places. */
import type { GateSight } from '../../../core/joining/gates';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

defineProps<{ act: Extract<GateSight, { kind: 'place' }> }>();
</script>

<template>
  <section class="act">
    <h2>{{ says.onTheList }}</h2>
    <p>{{ act.says }}</p>
  </section>
</template>
