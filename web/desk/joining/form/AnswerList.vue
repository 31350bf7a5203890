<script setup lang="ts">
/** What members have answered: newest first, all of it or one person's, and out as a file. */
import { computed, ref, watch } from 'vue';
import type { SentView } from '../../../../contract';
import KitButton from '../../../kit/KitButton.vue';
import Trouble from '../../../kit/Trouble.vue';
import Waiting from '../../../kit/Waiting.vue';
import { calls, troubleOf } from '../../base/calls';
import { reader } from '../../base/reader';
import { answersSay } from './answers.sentences';
import { downloadTable } from './people';

const says = answersSay(reader);
const props = defineProps<{ form: string; address: string }>();
type Page = Awaited<ReturnType<typeof calls.answers.answers>>;
const page = ref<Page | null>(null);
const rows = ref<SentView[]>([]);
const error = ref<unknown>(null);
const taking = ref<number | null>(null);
const stopped = ref(false);

const ask = (after?: string) => calls.answers.answers({ form: props.form as never, ...(after ? { after } : {}) });
async function load(): Promise<void> {
  try {
    page.value = await ask();
    rows.value = page.value.rows;
    error.value = null;
  } catch (wrong) {
    error.value = troubleOf(wrong);
  }
}
watch(() => props.form, load, { immediate: true });
async function more(): Promise<void> {
  const next = page.value?.next;
  if (!next) return;
  const found = await ask(next);
  rows.value = [...rows.value, ...found.rows];
  page.value = { ...found, rows: rows.value };
}
/** All of them, page by page; it can be stopped, and then nothing is taken. */
async function take(of?: SentView): Promise<void> {
  const columns = page.value?.columns ?? [];
  const heads = [says.person, says.sent, ...columns];
  const line = ({ name, sent, values }: SentView) => [name, sent, ...values];
  if (of) return downloadTable([heads, line(of)], `${props.address}-${of.name}`);
  stopped.value = false;
  const all: SentView[] = [];
  for (let next: string | null = ''; next !== null && !stopped.value;) {
    const found: Page = await ask(next || undefined);
    all.push(...found.rows);
    taking.value = all.length;
    next = found.next;
  }
  taking.value = null;
  if (!stopped.value) await downloadTable([heads, ...all.map(line)], props.address);
}
const total = computed(() => page.value?.total ?? 0);
</script>

<template>
  <div class="fieldset">
    <Trouble v-if="error" :error="error" @again="load" />
    <Waiting v-else-if="!page" :rows="4" />
    <p v-else-if="total === 0" class="empty">{{ says.none }}</p>
    <template v-else>
      <div class="fieldset__foot">
        <span class="quiet">{{ says.sentBy({ count: total }) }}</span>
        <span v-if="taking !== null" class="fieldset__end" role="status">
          {{ says.taking({ done: taking, count: total }) }}
          <KitButton small @click="stopped = true">{{ says.stop }}</KitButton>
        </span>
        <KitButton v-else small @click="take()">{{ says.takeAll }}</KitButton>
      </div>
      <ul class="answers-sent">
        <li v-for="row in rows" :key="row.id">
          <div class="answers-sent__who">
            <RouterLink :to="{ path: '/desk/members', query: { person: row.member } }"
              ><b>{{ row.name }}</b></RouterLink
            >
            <span class="quiet">{{ row.sent }}</span>
            <KitButton kind="link" :aria-label="says.takeOneOf({ name: row.name })" @click="take(row)">{{
              says.takeOne
            }}</KitButton>
          </div>
          <dl>
            <template v-for="(column, at) in page.columns" :key="column">
              <dt>{{ column }}</dt>
              <dd>{{ row.values[at] || says.nothing }}</dd>
            </template>
          </dl>
        </li>
      </ul>
      <KitButton v-if="page.next" @click="more">{{ says.more }}</KitButton>
    </template>
  </div>
</template>

<style>
.answers-sent {
  margin: 0;
  padding: 0;
  list-style: none;
}
.answers-sent > li {
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
.answers-sent__who {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: baseline;
}
.answers-sent__who > :last-child {
  margin-left: auto;
}
.answers-sent dl {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 2px 12px;
  margin: 4px 0 0;
}
.answers-sent dt {
  color: var(--ink2);
}
.answers-sent dd {
  margin: 0;
  overflow-wrap: anywhere;
}
</style>
