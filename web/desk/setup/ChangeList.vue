<script setup lang="ts">
/** Changes in words, grouped by area and kind. */
import { computed, ref } from 'vue';
import { type Change } from '../../../core/revisions';
import { setupAreas } from '../../../core/kernel';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
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
/** The changes of which every matter is shown. */
const opened = ref<ReadonlySet<string>>(new Set());
const keyFor = (change: Change) => `${change.kind}/${change.id}/${change.how}`;
const open = (change: Change) => (opened.value = new Set([...opened.value, keyFor(change)]));
/** Of what is new all is new: it is shown when it is asked for. */
const shown = (change: Change) =>
  opened.value.has(keyFor(change))
    ? change.differences
    : change.differences.slice(0, change.how === 'added' ? 0 : MOST_LINES);
const hidden = (change: Change) => change.differences.length - shown(change).length;
const who = ({ kind, id }: Change) => {
  const entry = props.canPutBack ? draft.entry(kind, id) : undefined;
  return entry?.by ? says.byAt({ by: entry.by.split(' ')[0]!, at: entry.at }) : '';
};
</script>

<template>
  <section v-for="group in areas" :key="group.area" class="changes">
    <h3 class="changes__area">{{ says[group.area] }}</h3>
    <ul>
      <li v-for="change in group.changes" :key="keyFor(change)" class="change">
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
          <KitButton
            v-if="hidden(change)"
            kind="link"
            :aria-label="says.moreLinesOf({ title: change.title || says.orderOf, count: hidden(change) })"
            @click="open(change)"
            >{{ (change.how === 'added' ? says.whatItSays : says.moreLines)({ count: hidden(change) }) }}</KitButton
          >
        </div>
      </li>
    </ul>
  </section>
</template>
