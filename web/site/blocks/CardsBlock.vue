<script setup lang="ts">
/** Cards beside each other, each leading on where it can. */
import type { BlockView } from '../../../contract';
import SiteLink from '../SiteLink.vue';

defineProps<{ block: Extract<BlockView, { kind: 'cards' }> }>();
</script>

<template>
  <section class="cards">
    <h2 v-if="block.title">{{ block.title }}</h2>
    <ul>
      <li v-for="(card, at) in block.cards" :key="at">
        <h3>
          <SiteLink v-if="card.href" :to="card.href">{{ card.title }}</SiteLink>
          <template v-else>{{ card.title }}</template>
        </h3>
        <p>{{ card.text }}</p>
      </li>
    </ul>
  </section>
</template>
