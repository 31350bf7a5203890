<script setup lang="ts">
/** The list of people as a ledger. */
import type { MemberRow, MemberSort } from '../../../contract';
import KitButton from '../../kit/KitButton.vue';
import KitLedger from '../../kit/KitLedger.vue';
import type { LedgerColumn } from '../../kit/ledger';
import StandingMark from '../../kit/StandingMark.vue';

defineProps<{
  rows: MemberRow[];
  total: number;
  loading: boolean;
  error: unknown;
  chosen: string | null;
  sort: MemberSort;
  filtered: boolean;
}>();
const emit = defineEmits<{ open: [id: string]; again: []; sort: [sort: MemberSort]; clear: [] }>();

const way = (sort: MemberSort, says: string, down: boolean) => ({ sort, says, down });
const columns: readonly LedgerColumn[] = [
  {
    key: 'name',
    title: 'Name',
    ways: [way('name', 'Name, A to Z', false), way('nameDown', 'Name, Z to A', true)],
  },
  { key: 'standing', title: 'Standing' },
  { key: 'level', title: 'Level' },
  { key: 'groups', title: 'Groups', wide: true },
  {
    key: 'joined',
    title: 'Joined',
    wide: true,
    ways: [way('newest', 'Joined, newest', true), way('oldest', 'Joined, oldest', false)],
  },
  { key: 'until', title: 'Until', wide: true },
  {
    key: 'seen',
    title: 'Last seen',
    wide: true,
    ways: [way('seen', 'Seen, latest', true), way('unseen', 'Seen, longest ago', false)],
  },
];
</script>

<template>
  <KitLedger
    class="members__ledger"
    label="The list of people"
    :columns="columns"
    :rows="rows"
    :total="total"
    :loading="loading"
    :error="error"
    :chosen="chosen"
    :sort="sort"
    @open="emit('open', $event)"
    @again="emit('again')"
    @sort="emit('sort', $event as MemberSort)"
  >
    <template #[`cell.name`]="{ row }"
      ><bdi>{{ row.name }}</bdi></template
    >
    <template #[`cell.standing`]="{ row }"><StandingMark :standing="row.standing" /></template>
    <template #[`cell.seen`]="{ row }"
      ><span class="quiet">{{ row.seen }}</span></template
    >
    <template #empty>
      <template v-if="filtered">
        Nobody fits. <KitButton kind="link" @click="emit('clear')">Show everyone</KitButton>
      </template>
      <template v-else>Everybody who signs up stands here. The signup form is the way in.</template>
    </template>
  </KitLedger>
</template>
