<script setup lang="ts">
/** A row of a board. */
import { computed } from 'vue';
import type { EntryRowView } from '../../../contract';
import { siteSays } from '../../../contract/site.sentences';
import { useReader } from '../../kit/reader';
import SiteLink from '../SiteLink.vue';
import MarkedText from './MarkedText.vue';
import SaveEntry from './SaveEntry.vue';

const says = siteSays(useReader());
const props = defineProps<{ row: EntryRowView }>();
const name = computed(() => props.row.title.map(({ text }) => text).join(''));
</script>

<template>
  <li class="entry-row">
    <span class="entry-row__sort">{{ row.sort }}</span>
    <div class="entry-row__work">
      <h2>
        <SiteLink :to="row.href"><MarkedText :pieces="row.title" /></SiteLink>
      </h2>
      <p class="entry-row__lines">
        <span v-if="row.category">{{ row.category }}</span>
        <span v-for="line in row.lines" :key="line.label"
          ><span :class="{ unseen: !line.named }">{{ line.label }}: </span><MarkedText :pieces="line.value"
        /></span>
        <span v-if="row.by">{{ row.by }}</span>
      </p>
    </div>
    <div class="entry-row__end">
      <span v-if="row.state" class="entry-row__state">{{ row.state }}</span>
      <SiteLink v-if="row.mine" :to="`/entries/${row.number}`">{{ says.yourEntry }}</SiteLink>
      <SaveEntry v-else-if="row.saved !== null" :number="row.number" :saved="row.saved" :name="name" />
    </div>
  </li>
</template>
