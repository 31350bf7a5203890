<script setup lang="ts">
/** Members who agreed to be found by each other. */
import type { BlockView } from '../../../contract';
import { siteSays } from '../../../contract/site.sentences';
import { useReader } from '../../kit/reader';

const says = siteSays(useReader());
defineProps<{ block: Extract<BlockView, { kind: 'directory' }> }>();
</script>

<template>
  <section class="directory">
    <h2>{{ block.title }}</h2>
    <p v-if="block.listed.people.length === 0" class="quiet">{{ says.nobodyListed }}</p>
    <ul v-else>
      <li v-for="(person, at) in block.listed.people" :key="at">
        <b
          ><bdi>{{ person.name }}</bdi></b
        >
        <span v-for="one in person.answers" :key="one.label"
          ><span class="quiet">{{ one.label }}:</span> {{ one.value }}</span
        >
      </li>
    </ul>
    <p v-if="block.listed.more" class="quiet">{{ says.andMore({ count: block.listed.more }) }}</p>
  </section>
</template>
