<script setup lang="ts">
/** Changes in words, grouped by area and kind. */
import { computed } from 'vue';
import { setupAreas, type Change } from '../../../core/revisions';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../reader';
import { setupSays } from './setup.sentences';
import { useDraft } from './draft.store';

const says = setupSays(reader);
const props = defineProps<{ changes: readonly Change[]; canPutBack?: boolean }>();
defineEmits<{ putBack: [change: Change] }>();
const draft = useDraft();

const MOST_LINES = 4;
const areas = computed(() =>
  setupAreas.flatMap((area) => {
    const found = props.changes.filter((change) => change.area === area);
    return found.length ? [{ area, changes: found }] : [];
  }),
);
const kindOf = ({ kind }: Change) => (kind === 'site' ? says.theSite : says[kind]);
const how = (change: Change) => (change.how === 'changed' || change.how === 'reordered' ? '' : says[change.how]);
const shown = (change: Change) => (change.how === 'added' ? [] : change.differences.slice(0, MOST_LINES));
const hidden = (change: Change) => (change.how === 'added' ? 0 : Math.max(0, change.differences.length - MOST_LINES));
const who = ({ kind, id }: Change) => {
  const entry = props.canPutBack ? draft.entry(kind, id) : undefined;
  return entry?.by ? says.byAt({ by: entry.by.split(' ')[0]!, at: entry.at }) : '';
};
</script>

<template>
  <section v-for="group in areas" :key="group.area" class="changes">
    <h3 class="changes__area">{{ says[group.area] }}</h3>
    <ul>
      <li v-for="change in group.changes" :key="`${change.kind}/${change.id}`" class="change">
        <span class="change__kind">{{ kindOf(change) }}</span>
        <div class="change__what">
          <p class="change__head">
            <b>{{ change.title || says.orderOf }}</b>
            <span class="quiet">{{ who(change) }}</span>
            <KitButton v-if="canPutBack" kind="link" @click="$emit('putBack', change)">{{ says.putBack }}</KitButton>
          </p>
          <p v-if="how(change)">{{ how(change) }}</p>
          <template v-for="(line, n) in shown(change)" :key="n">
            <p v-if="line.now !== null && line.was !== null">
              {{ says.nowSays({ label: line.label, now: line.now }) }}
            </p>
            <p v-else-if="line.now !== null">{{ says.newSays({ label: line.label, now: line.now }) }}</p>
            <p v-else>{{ says.goneSays({ label: line.label, was: line.was ?? '' }) }}</p>
            <p v-if="line.now !== null && line.was !== null" class="quiet">{{ says.wasSays({ was: line.was }) }}</p>
          </template>
          <p v-if="hidden(change)" class="quiet">{{ says.moreLines({ count: hidden(change) }) }}</p>
        </div>
      </li>
    </ul>
  </section>
</template>
