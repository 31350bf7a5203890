<script setup lang="ts">
/** A call to action: words and a button that leads on. */
import type { BlockView } from '../../../contract';
import SiteLink from '../SiteLink.vue';

defineProps<{ block: Extract<BlockView, { kind: 'callToAction' }> }>();
</script>

<template>
  <section class="call">
    <p v-if="block.forWhom" class="call__for">
      <svg class="arch" viewBox="0 0 16 16" aria-hidden="true">
        <path d="M2.75 15V7a5.25 5.25 0 0 1 10.5 0v8M0 15h16" />
        <path class="arch__half" d="M8 2v13H3V7a5 5 0 0 1 5-5z" />
      </svg>
      {{ block.forWhom }}
    </p>
    <h2>{{ block.title }}</h2>
    <p>{{ block.text }}</p>
    <p v-if="block.shut" class="call__shut">{{ block.shut }}</p>
    <SiteLink v-else :to="block.href" class="button">{{ block.button }}</SiteLink>
  </section>
</template>
