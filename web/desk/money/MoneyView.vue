<script setup lang="ts">
/** Payments of a month: what came, fails, is due, is awaited and went back; and the story of the one that is chosen. */
import { useQuery } from '@pinia/colada';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { VLayout } from 'vuetify/components/VLayout';
import { VMain } from 'vuetify/components/VMain';
import { MoneyFilter, type MoneyLine } from '../../../contract';
import KitButton from '../../kit/KitButton.vue';
import KitLedger from '../../kit/KitLedger.vue';
import KitToggle from '../../kit/KitToggle.vue';
import type { LedgerColumn } from '../../kit/ledger';
import { useNarrow } from '../../kit/narrow';
import SideSheet from '../../kit/SideSheet.vue';
import { calls } from '../base/calls';
import { handOver } from '../base/download';
import { reader } from '../base/reader';
import { useSending } from '../base/sending';
import MoneySheet from './MoneySheet.vue';
import { deskMoneySays } from './money.sentences';

const says = deskMoneySays(reader);
const route = useRoute();
const router = useRouter();
const narrow = useNarrow();
const one = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : undefined);
const asked = computed(() => ({
  ...(/^\d{4}-\d{2}$/.test(one('month') ?? '') ? { month: one('month') } : {}),
  show: MoneyFilter.safeParse(one('show')).data ?? ('all' as const),
  ...(one('after') ? { after: one('after') as never } : {}),
}));
/** Until another month or choice has come the sums of the one before stay, and its rows go: they are not what was asked. */
const list = useQuery({
  key: () => ['money', asked.value],
  query: () => calls.money.list(asked.value),
  placeholderData: (before) => before,
});
const books = useQuery({ key: ['books'], query: () => calls.money.books({}) });
const chosen = computed(() => one('payment') ?? null);
function ask(change: Record<string, string | undefined>): void {
  const query: Record<string, unknown> = { ...route.query, after: undefined, ...change };
  for (const [name, value] of Object.entries(query)) if (!value) delete query[name];
  void router.push({ path: route.path, query: query as Record<string, string> });
}
const rows = computed(() => (list.isPlaceholderData.value ? [] : (list.data.value?.payments ?? [])));
const tallies = computed(() => list.data.value?.tallies ?? []);
const tallyOf = (show: MoneyFilter) => tallies.value.find((tally) => tally.show === show);
const show = computed<MoneyFilter>({
  get: () => asked.value.show,
  set: (now) => ask({ show: now === 'all' ? undefined : now }),
});
const columns: readonly LedgerColumn[] = [
  { key: 'when', title: says.when },
  { key: 'says', title: says.what },
  { key: 'name', title: says.who },
  { key: 'about', title: says.about, wide: true },
  { key: 'receipt', title: says.receipt, wide: true },
  { key: 'amount', title: says.amount },
];
/** What fails or is awaited stands there whenever it was asked for; the rest is a month's. */
const heading = computed(() => {
  if (show.value === 'failing') return { title: says.failingNow, note: says.ofAnyMonth };
  if (show.value === 'awaited') return { title: says.awaitedNow, note: says.ofAnyMonth };
  const month = list.data.value?.title;
  return {
    title: month ? says.listOf({ month }) : says.payments,
    note: show.value === 'due' ? says.soonest : says.newest,
  };
});
const flagged = ({ what }: MoneyLine) => what === 'refused' || what === 'awaited';
/** What is only due has no payment yet: it leads to the member. */
function open(id: string): void {
  const row = rows.value.find((line) => line.id === id);
  if (row?.what === 'due') void router.push({ path: '/desk/members', query: { person: row.member } });
  else ask({ payment: id, after: one('after') });
}
const { send } = useSending();
async function download(): Promise<void> {
  const month = list.data.value?.month;
  const file = await send((sent) => calls.money.csv(month ? { month } : {}, sent));
  if (file) handOver(new Blob([file.csv], { type: 'text/csv' }), file.name);
}
</script>

<template>
  <VLayout class="money">
    <VMain
      tag="section"
      class="money__list"
      :aria-label="says.payments"
      :inert="(narrow && chosen !== null) || undefined"
    >
      <div class="money__top">
        <div v-if="list.data.value" class="money__month">
          <KitButton :aria-label="says.earlier" @click="ask({ month: list.data.value.before })">‹</KitButton>
          <b>{{ list.data.value.title }}</b>
          <KitButton
            :aria-label="says.later"
            :disabled="!list.data.value.next"
            @click="ask({ month: list.data.value.next ?? undefined })"
            >›</KitButton
          >
        </div>
        <KitToggle v-model="show" class="money__tally" :label="says.narrow" :choices="MoneyFilter.options">
          <template #default="{ choice }">
            <span class="money__cell">
              <b>{{ tallyOf(choice)?.amount ?? '–' }}</b>
              <span>{{ tallyOf(choice)?.says ?? '' }}</span>
            </span>
          </template>
        </KitToggle>
      </div>
      <div class="section-head">
        <h2>{{ heading.title }}</h2>
        <span class="section-head__note quiet">{{ heading.note }}</span>
        <KitButton kind="link" class="money__csv" @click="download">{{ says.download }}</KitButton>
      </div>
      <KitLedger
        class="money__ledger"
        :label="says.payments"
        :columns="columns"
        :rows="rows"
        :total="rows.length"
        :loading="list.isPending.value || list.isPlaceholderData.value"
        :error="list.error.value"
        :chosen="chosen"
        sort=""
        @open="open"
        @again="list.refetch()"
      >
        <template #[`cell.when`]="{ row }">{{ row.when }}</template>
        <template #[`cell.says`]="{ row }"
          ><span :class="flagged(row) ? 'flag' : `money__${row.what}`">{{ row.says }}</span></template
        >
        <template #[`cell.name`]="{ row }"
          ><b
            ><bdi>{{ row.name }}</bdi></b
          ></template
        >
        <template #[`cell.amount`]="{ row }"
          ><span class="money__amount">{{ row.amount }}</span></template
        >
        <template #empty>
          <template v-if="asked.show !== 'all'">
            {{ says.nothingSuch }}
            <KitButton kind="link" @click="ask({ show: undefined })">{{ says.showAll }}</KitButton>
          </template>
          <template v-else>{{ says.nothing({ month: list.data.value?.title ?? '' }) }}</template>
        </template>
      </KitLedger>
      <footer class="money__foot">
        <KitButton v-if="list.data.value?.more" kind="link" @click="ask({ after: list.data.value.more })">{{
          says.showMore
        }}</KitButton>
        <span v-if="books.data.value" class="money__books" :class="{ 'money__books--bad': !books.data.value.balance }">
          <RouterLink to="/desk/money/figures#books">{{ books.data.value.says }}</RouterLink>
          <span class="quiet">{{ books.data.value.checked }}</span>
        </span>
      </footer>
    </VMain>
    <MoneySheet v-if="chosen" :id="chosen" :key="chosen" @close="ask({ payment: undefined })" />
    <SideSheet v-else-if="!narrow" :label="says.payments">
      <p class="quiet">{{ says.choose }}</p>
    </SideSheet>
  </VLayout>
</template>

<style src="./money.css"></style>
