<script setup lang="ts">
/** The membership card of the person looking. */
import type { BlockView } from '../../../contract';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

defineProps<{ block: Extract<BlockView, { kind: 'card' }> }>();
</script>

<template>
  <section class="card" :aria-label="says.membership">
    <p class="card__top">
      <span>{{ block.level }}</span>
      <span class="card__number">{{ says.number({ number: block.number }) }}</span>
    </p>
    <p>
      {{ block.name }}<template v-if="block.groups">, {{ block.groups }}</template>
    </p>
    <p v-if="block.until">{{ block.until }}</p>
  </section>
</template>
