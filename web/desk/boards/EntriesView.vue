<script setup lang="ts">
/** Entries of all boards: what is to be looked at first, and beside it the one that is chosen. */
import { useQuery } from '@pinia/colada';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { VLayout } from 'vuetify/components/VLayout';
import { VMain } from 'vuetify/components/VMain';
import { EntryTab, type DeskEntryRow } from '../../../contract';
import { sayNumber } from '../../../core/kernel';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import KitLedger from '../../kit/KitLedger.vue';
import KitToggle from '../../kit/KitToggle.vue';
import type { LedgerColumn } from '../../kit/ledger';
import { useNarrow } from '../../kit/narrow';
import SideSheet from '../../kit/SideSheet.vue';
import { calls } from '../base/calls';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import EntrySheet from './EntrySheet.vue';
import { deskBoardsSay } from './boards.sentences';

const says = deskBoardsSay(reader);
const route = useRoute();
const router = useRouter();
const narrow = useNarrow();
const draft = useDraft();
const one = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : '');
const asked = computed(() => ({
  tab: EntryTab.safeParse(one('tab')).data ?? ('waiting' as const),
  board: one('board'),
  q: one('q'),
  page: Math.max(1, Number.parseInt(one('page'), 10) || 1),
}));
const list = useQuery({
  key: () => ['entries', asked.value],
  query: () => calls.entries.list(asked.value),
  placeholderData: (before) => before,
});
const chosen = computed(() => one('entry') || null);
function ask(change: Record<string, string | undefined>): void {
  const query: Record<string, unknown> = { ...route.query, page: undefined, ...change };
  for (const [name, value] of Object.entries(query)) if (!value) delete query[name];
  void router.push({ path: route.path, query: query as Record<string, string> });
}
const tab = computed<EntryTab>({
  get: () => asked.value.tab,
  set: (now) => ask({ tab: now === 'waiting' ? undefined : now, entry: undefined }),
});
type Row = DeskEntryRow & { readonly id: string };
const rows = computed<Row[]>(() =>
  list.isPlaceholderData.value ? [] : (list.data.value?.rows ?? []).map((row) => ({ ...row, id: String(row.number) })),
);
const columns: readonly LedgerColumn[] = [
  { key: 'title', title: says.colEntry },
  { key: 'board', title: says.colBoard, wide: true },
  { key: 'poster', title: says.colBy },
  { key: 'state', title: says.colState },
  { key: 'says', title: says.colSince, wide: true },
];
const titleOf = (board: string) =>
  draft.live?.boards.get(board)?.title ?? draft.setup?.boards.get(board)?.title ?? board;
const boards = computed(() => [
  { title: says.allBoards, value: '' },
  ...(draft.live?.doc.boards ?? []).map(({ id, title }) => ({ title, value: String(id) })),
]);
const words = ref(asked.value.q);
watch(
  () => asked.value.q,
  (q) => (words.value = q),
);
const total = computed(() => list.data.value?.total ?? 0);
const span = computed(() => {
  const size = list.data.value?.pageSize ?? 25;
  const from = (asked.value.page - 1) * size + 1;
  return { from, to: Math.min(total.value, from + size - 1), more: from + size - 1 < total.value };
});
</script>

<template>
  <VLayout class="entries">
    <VMain
      tag="section"
      class="entries__list"
      :aria-label="says.entries"
      :inert="(narrow && chosen !== null) || undefined"
    >
      <div class="entries__top">
        <KitToggle v-model="tab" class="entries__tally" :label="says.narrow" :choices="EntryTab.options">
          <template #default="{ choice }">
            <span class="entries__cell"
              ><b>{{ list.data.value ? sayNumber(list.data.value.counts[choice] ?? 0, reader) : '–' }}</b>
              <span>{{ says[`tab_${choice}`] }}</span></span
            >
          </template>
        </KitToggle>
        <form class="entries__find" role="search" @submit.prevent="ask({ q: words, entry: undefined })">
          <KitField id="entries-q" v-model="words" :label="says.findEntry" />
          <KitChoice
            :model-value="asked.board"
            :label="says.colBoard"
            :items="boards"
            @update:model-value="ask({ board: $event || undefined, entry: undefined })"
          />
        </form>
      </div>
      <KitLedger
        class="entries__ledger"
        :label="says.entries"
        :columns="columns"
        :rows="rows"
        :total="total"
        :loading="list.isPending.value || list.isPlaceholderData.value"
        :error="list.error.value"
        :chosen="chosen"
        sort=""
        @open="ask({ entry: $event, page: asked.page > 1 ? String(asked.page) : undefined })"
        @again="list.refetch()"
      >
        <template #[`cell.title`]="{ row }"
          ><b>{{ row.title }}</b></template
        >
        <template #[`cell.board`]="{ row }">{{ titleOf(row.board) }}</template>
        <template #[`cell.poster`]="{ row }"
          ><bdi>{{ row.poster?.name ?? says.byStaff }}</bdi></template
        >
        <template #[`cell.state`]="{ row }"
          ><span v-if="row.waits" class="flag">{{ row.waits === 'change' ? says.waitsChange : says.waitsEntry }}</span
          ><template v-else>{{ row.state }}</template></template
        >
        <template #[`cell.says`]="{ row }"
          ><span class="quiet">{{ row.says }}</span></template
        >
        <template #empty>{{
          asked.tab === 'waiting' && !asked.q && !asked.board ? says.nothingWaits : says.nothingSuch
        }}</template>
      </KitLedger>
      <footer v-if="total > rows.length" class="entries__foot">
        <KitButton v-if="asked.page > 1" kind="link" @click="ask({ page: String(asked.page - 1) })">{{
          says.before
        }}</KitButton>
        <span class="quiet">{{
          says.shownOf({
            from: sayNumber(span.from, reader),
            to: sayNumber(span.to, reader),
            total: sayNumber(total, reader),
          })
        }}</span>
        <KitButton v-if="span.more" kind="link" @click="ask({ page: String(asked.page + 1) })">{{
          says.after
        }}</KitButton>
      </footer>
    </VMain>
    <EntrySheet
      v-if="chosen"
      :key="chosen"
      :number="Number(chosen)"
      :board-title="titleOf"
      @close="ask({ entry: undefined })"
    />
    <SideSheet v-else-if="!narrow" :label="says.entries">
      <p class="quiet">{{ says.chooseEntry }}</p>
    </SideSheet>
  </VLayout>
</template>

<style src="./boards.css"></style>
