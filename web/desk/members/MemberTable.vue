<script setup lang="ts">
/** The list of people as a ledger. */
import type { MemberRow, MemberSort } from '../../../contract';
import KitButton from '../../kit/KitButton.vue';
import KitLedger from '../../kit/KitLedger.vue';
import type { LedgerColumn } from '../../kit/ledger';
import StandingMark from '../../kit/StandingMark.vue';
import { reader } from '../base/reader';
import { membersSays } from './members.sentences';

const says = membersSays(reader);

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
    title: says.name,
    ways: [way('name', says.nameUp, false), way('nameDown', says.nameDown, true)],
  },
  { key: 'standing', title: says.standing },
  { key: 'level', title: says.level },
  { key: 'groups', title: says.groups, wide: true },
  {
    key: 'joined',
    title: says.joined,
    wide: true,
    ways: [way('newest', says.joinedNewest, true), way('oldest', says.joinedOldest, false)],
  },
  { key: 'until', title: says.until, wide: true },
  {
    key: 'seen',
    title: says.lastSeen,
    wide: true,
    ways: [way('seen', says.seenLatest, true), way('unseen', says.seenLongestAgo, false)],
  },
];
</script>

<template>
  <KitLedger
    class="members__ledger"
    :label="says.listOfPeople"
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
        {{ says.nobodyFitsSentence }} <KitButton kind="link" @click="emit('clear')">{{ says.showEveryone }}</KitButton>
      </template>
      <template v-else>{{ says.emptyList }}</template>
    </template>
  </KitLedger>
</template>
