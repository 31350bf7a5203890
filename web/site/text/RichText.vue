<script setup lang="ts">
/** Formatted text, by elements of our own: nothing that was written is taken for markup. */
import type { RichView } from '../../../contract';
import RichRuns from './RichRuns.vue';

defineProps<{ text: RichView }>();
</script>

<template>
  <div class="text">
    <template v-for="(part, at) in text" :key="at">
      <p v-if="part.is === 'paragraph'"><RichRuns :runs="part.runs" /></p>
      <h3 v-else-if="part.is === 'heading'"><RichRuns :runs="part.runs" /></h3>
      <blockquote v-else-if="part.is === 'quote'"><RichRuns :runs="part.runs" /></blockquote>
      <component
        :is="part.is === 'numbers' ? 'ol' : 'ul'"
        v-else-if="'items' in part"
        :class="part.is === 'numbers' ? 'numbers' : 'points'"
      >
        <li v-for="(item, n) in part.items" :key="n"><RichRuns :runs="item" /></li>
      </component>
    </template>
  </div>
</template>
