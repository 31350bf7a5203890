<script setup lang="ts">
/** Every revision; any two of them compared; one brought back into the draft; files out and in. */
import { useQuery } from '@pinia/colada';
import { computed, ref, watch } from 'vue';
import { changesBetween } from '../../../core/revisions';
import { salvageSetup, type Setup } from '../../../core/setup';
import KitButton from '../../kit/KitButton.vue';
import KitFile from '../../kit/KitFile.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import type { Sent } from '../../kit/api';
import { calls } from '../base/calls';
import { useNotice } from '../base/notice';
import { reader } from '../base/reader';
import { useSending } from '../base/sending';
import ChangeList from './ChangeList.vue';
import { useDraft } from './draft.store';
import { downloadSetup, readSetupFile } from './files';
import { setupSays } from './setup.sentences';

const says = setupSays(reader);
const emit = defineEmits<{ close: [] }>();
const draft = useDraft();
const notice = useNotice();
const { busy, trouble, send } = useSending();
/** Something typed is not at the server. */
const unsettled = ref(false);

/** 0 is the draft. */
const from = ref(draft.view?.revision ?? 0);
const to = ref(0);
const history = useQuery({ key: ['setup', 'history'], query: () => calls.setup.history({}) });
const documents = ref(new Map<number, unknown>());
/** Why what is compared is not there. */
const missing = ref<unknown>(null);
async function fetchCompared(): Promise<void> {
  missing.value = null;
  for (const number of [from.value, to.value])
    if (number && !documents.value.has(number))
      try {
        const { document } = await calls.setup.revision({ number });
        documents.value = new Map(documents.value).set(number, document);
      } catch (wrong) {
        missing.value = wrong;
      }
}
watch([from, to], fetchCompared, { immediate: true });
/** A file that was chosen stands in the place of what is compared to. */
const brought = ref<{ name: string; document: Record<string, unknown>; setup: Setup } | null>(null);
const fileTrouble = ref<string | null>(null);

const setupAt = (number: number): Setup | null => {
  if (number === 0) return draft.setup;
  const made = documents.value.has(number) ? salvageSetup(documents.value.get(number)) : null;
  return made?.ok ? made.value.setup : null;
};
const after = computed(() => brought.value?.setup ?? setupAt(to.value));
const changes = computed(() => {
  const before = brought.value ? draft.setup : setupAt(from.value);
  return before && after.value ? changesBetween(before, after.value) : null;
});
const nameOf = (number: number) => (number === 0 ? says.theDraft : says.revisionOf({ number }));
const title = computed(() =>
  brought.value
    ? says.compared({ from: says.theDraft, to: brought.value.name })
    : says.compared({ from: nameOf(from.value), to: nameOf(to.value) }),
);

type Replaced = { readonly kept: readonly string[] };
/** @param bring sends what takes the draft's place, made from the draft of that stamp */
async function replace(
  bring: (stamp: string, sent: { context: Sent }) => Promise<Replaced>,
  told: string,
): Promise<void> {
  unsettled.value = !(await draft.settled());
  if (unsettled.value) return;
  await draft.load();
  const stamp = draft.view?.stamp ?? '';
  const done = await send((sent) => bring(stamp, sent));
  if (!done) return;
  await draft.load();
  notice.tell(done.kept.length ? says.keptRetired({ told, items: [...done.kept] }) : told);
  emit('close');
}
const bringIn = (document: Record<string, unknown>) =>
  replace((stamp, sent) => calls.setup.replace({ document, stamp }, sent), says.broughtIn);
/** By its number: the server has it. */
const restore = (number: number) =>
  replace((stamp, sent) => calls.setup.restore({ number, stamp }, sent), says.restored({ number }));

async function choose(file: File): Promise<void> {
  const read = await readSetupFile(file);
  fileTrouble.value = read.ok ? null : read.refusal;
  brought.value = read.ok ? { name: file.name, ...read.value } : null;
}
const old = computed(() => (brought.value ? null : from.value));
/** Whether bringing the old one back would change the draft. */
const restores = computed(() => {
  const before = old.value ? setupAt(old.value) : null;
  return before !== null && draft.setup !== null && changesBetween(draft.setup, before).length > 0;
});
</script>

<template>
  <div class="publish__pane history">
    <div class="history__list">
      <p class="history__head quiet">
        <span>{{ says.revision }}</span><span>{{ says.from }}</span
        ><span>{{ says.to }}</span>
      </p>
      <Trouble v-if="history.error.value" :error="history.error.value" @again="history.refetch()" />
      <Waiting v-else-if="!history.data.value" :rows="8" />
      <ul v-else>
        <li class="history__row">
          <b class="history__number">{{ (draft.view?.revision ?? 0) + 1 }}</b>
          <span>
            {{ says.draftRow }}<br />
            <span class="quiet">{{
              says.draftSince({ count: draft.changes.length, number: draft.view?.revision ?? 0 })
            }}</span>
          </span>
          <input
            v-model="from"
            type="radio"
            name="from"
            :value="0"
            :aria-label="says.fromRevision({ number: (draft.view?.revision ?? 0) + 1 })"
            @change="brought = null"
          />
          <input
            v-model="to"
            type="radio"
            name="to"
            :value="0"
            :aria-label="says.toRevision({ number: (draft.view?.revision ?? 0) + 1 })"
            @change="brought = null"
          />
        </li>
        <li v-for="(row, n) in history.data.value.rows" :key="row.number" class="history__row">
          <b class="history__number">{{ row.number }}</b>
          <span>
            {{ says.author({ at: row.at, author: row.author.split(' ')[0]! })
            }}<b v-if="n === 0">, {{ says.liveNow }}</b
            ><br />
            <span class="quiet">{{ row.note ? `“${row.note}”` : says.firstPublication }}</span>
          </span>
          <input
            v-model="from"
            type="radio"
            name="from"
            :value="row.number"
            :aria-label="says.fromRevision({ number: row.number })"
            @change="brought = null"
          />
          <input
            v-model="to"
            type="radio"
            name="to"
            :value="row.number"
            :aria-label="says.toRevision({ number: row.number })"
            @change="brought = null"
          />
        </li>
      </ul>
    </div>
    <div class="history__what">
      <div class="section-head section-head--thin">
        <h3>{{ title }}</h3>
        <span v-if="changes" class="section-head__note quiet">{{ says.differences({ count: changes.length }) }}</span>
      </div>
      <Trouble v-if="!changes && missing" :error="missing" @again="fetchCompared" />
      <Waiting v-else-if="!changes" :rows="6" />
      <p v-else-if="changes.length === 0" class="empty">{{ says.same }}</p>
      <ChangeList v-else :changes="changes" />
      <footer class="history__foot">
        <p v-if="trouble || fileTrouble || unsettled" class="field__fault" role="alert">
          {{ trouble?.says ?? fileTrouble ?? says.unsettled }}
        </p>
        <p v-else class="quiet">
          {{ brought ? says.bringInNote : old && restores ? says.restoreNote({ number: old }) : '' }}
        </p>
        <p class="publish__acts">
          <KitButton v-if="brought" kind="primary" :disabled="busy" @click="bringIn(brought.document)">{{
            says.bringItIn
          }}</KitButton>
          <KitButton v-else-if="old && restores" kind="primary" :disabled="busy" @click="restore(old)">{{
            says.restore({ number: old })
          }}</KitButton>
          <KitButton :disabled="!after" @click="after && downloadSetup(after.doc, to || null)">{{
            says.exportFile
          }}</KitButton>
          <KitFile :label="says.bringIn" accept=".json,application/json" @file="choose" />
        </p>
      </footer>
    </div>
  </div>
</template>
