<script setup lang="ts">
/**
 * Several applications answered at once: first how many and who, then one after the other, each an act of its own, so
 * that it can be stopped, and one that cannot be answered keeps no other from it.
 */
import { computed, ref } from 'vue';
import type { ApplicationView, TodayView } from '../../../contract';
import { listed } from '../../../core/kernel/sentences';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import { newKey } from '../../kit/key';
import { calls, troubleOf } from '../base/calls';
import { reader } from '../base/reader';
import { todaySays } from './today.sentences';

type Row = TodayView['reviews']['rows'][number];
const says = todaySays(reader);
const props = defineProps<{ rows: readonly Row[] }>();
const emit = defineEmits<{ untick: [applications: readonly string[]]; done: [] }>();

const meant = ref<'approve' | 'decline' | null>(null);
const reason = ref('');
const fault = ref<string | null>(null);
/** How many are answered of how many, while it runs. */
const running = ref<{ done: number; all: number } | null>(null);
const stopped = ref(false);
const failed = ref<readonly { name: string; says: string }[]>([]);
const outcome = ref<string | null>(null);

const NAMED = 6;
const who = computed(() => {
  const names = props.rows.slice(0, NAMED).map(({ name }) => name);
  const more = props.rows.length - names.length;
  return listed(more > 0 ? [...names, says.others({ count: more })] : names, reader);
});
function begin(what: 'approve' | 'decline'): void {
  [meant.value, fault.value, outcome.value, failed.value] = [what, null, null, []];
}
const answer = (id: ApplicationView['id']) =>
  meant.value === 'approve'
    ? calls.review.approve({ id }, { context: { once: newKey() } })
    : calls.review.decline({ id, reason: reason.value.trim() }, { context: { once: newKey() } });

async function run(): Promise<void> {
  if (meant.value === 'decline' && reason.value.trim() === '') return void (fault.value = says.writeReason);
  const rows = [...props.rows];
  const wrong: { name: string; says: string }[] = [];
  const done: string[] = [];
  stopped.value = false;
  for (const [at, { application, name }] of rows.entries()) {
    if (stopped.value) break;
    running.value = { done: at, all: rows.length };
    try {
      await answer(application);
      done.push(application);
    } catch (error) {
      wrong.push({ name, says: troubleOf(error).says });
    }
  }
  running.value = null;
  failed.value = wrong;
  const count = { done: done.length, count: rows.length };
  outcome.value = meant.value === 'approve' ? says.yesSaid(count) : says.noSaid(count);
  meant.value = null;
  reason.value = '';
  emit('untick', done);
  emit('done');
}
</script>

<template>
  <div v-if="rows.length || outcome" class="bulk" role="group" :aria-label="says.severalAtOnce">
    <template v-if="running">
      <span role="status">{{ says.answering({ done: running.done, all: running.all }) }}</span>
      <KitButton small :disabled="stopped" @click="stopped = true">{{ says.stop }}</KitButton>
    </template>
    <form v-else-if="meant && rows.length" class="bulk__ask" @submit.prevent="run" @keydown.esc.stop="meant = null">
      <p>
        {{ meant === 'approve' ? says.sureYes({ count: rows.length, who }) : says.sureNo({ count: rows.length, who }) }}
      </p>
      <KitField
        v-if="meant === 'decline'"
        id="bulk-reason"
        v-model="reason"
        kind="longText"
        :label="says.reasonForAll"
        :fault="fault"
        @update:model-value="fault = null"
      />
      <KitButton :kind="meant === 'approve' ? 'primary' : 'danger'" small type="submit">{{
        meant === 'approve' ? says.yesTo({ count: rows.length }) : says.declineThese({ count: rows.length })
      }}</KitButton>
      <KitButton small @click="meant = null">{{ says.notNow }}</KitButton>
    </form>
    <template v-else-if="rows.length">
      <span>{{ says.ticked({ count: rows.length }) }}</span>
      <KitButton small @click="begin('approve')">{{ says.sayYes }}</KitButton>
      <KitButton small kind="danger" @click="begin('decline')">{{ says.sayNo }}</KitButton>
      <KitButton
        kind="link"
        @click="
          emit(
            'untick',
            rows.map(({ application }) => application),
          )
        "
        >{{ says.untick }}</KitButton
      >
    </template>
    <div v-if="outcome && !running" class="bulk__came" role="status">
      {{ outcome }}
      <ul v-if="failed.length">
        <li v-for="one in failed" :key="one.name">
          <b>{{ one.name }}</b> {{ one.says }}
        </li>
      </ul>
    </div>
  </div>
</template>

<style>
.bulk {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  padding: 8px 12px;
  border-bottom: 1px solid var(--rule2);
  background: var(--sheet);
}
.bulk__ask {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  width: 100%;
}
.bulk__ask > p,
.bulk__ask > .field,
.bulk__came {
  flex-basis: 100%;
  margin: 0;
}
.bulk__came ul {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
}
</style>
