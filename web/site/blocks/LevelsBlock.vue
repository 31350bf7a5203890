<script setup lang="ts">
/** Levels and what they cost. */
import type { BlockView } from '../../../contract';

defineProps<{ block: Extract<BlockView, { kind: 'levels' }> }>();
</script>

<template>
  <section class="levels">
    <h2>{{ block.title }}</h2>
    <dl>
      <div v-for="level in block.levels" :key="level.title">
        <dt>{{ level.title }}</dt>
        <dd>{{ level.price }}</dd>
        <dd v-if="level.about" class="levels__about quiet">{{ level.about }}</dd>
      </div>
    </dl>
  </section>
</template>
