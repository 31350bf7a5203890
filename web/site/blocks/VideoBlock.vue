<script setup lang="ts">
/** A film that is shown where it is kept. */
import type { BlockView } from '../../../contract';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());
defineProps<{ block: Extract<BlockView, { kind: 'video' }> }>();
</script>

<template>
  <section class="film">
    <h3>{{ block.title }}</h3>
    <p v-if="block.note">{{ block.note }}</p>
    <a :href="block.href" rel="noopener">{{ says.watchAt({ at: block.at }) }}</a>
  </section>
</template>
