<script setup lang="ts" generic="Row extends { readonly id: string }">
/**
 * A list of many as a ledger: headings that sort, a second time the other way; a row that opens what stands beside it.
 * The server sorts and pages; the list says what is asked of it.
 */
import { computed } from 'vue';
import { VDataTableServer } from 'vuetify/components/VDataTable';
import KitButton from './KitButton.vue';
import type { LedgerColumn } from './ledger';
import Trouble from './Trouble.vue';
import Waiting from './Waiting.vue';
import { useReader } from './reader';
import { kitSays } from './kit.sentences';

const says = kitSays(useReader());

const props = defineProps<{
  label: string;
  columns: readonly LedgerColumn[];
  rows: readonly Row[];
  total: number;
  loading: boolean;
  error: unknown;
  /** The row whose sheet is open. */
  chosen: string | null;
  sort: string;
}>();
const emit = defineEmits<{ open: [id: string]; again: []; sort: [sort: string] }>();
defineSlots<{ empty(): unknown } & { [cell: `cell.${string}`]: (slot: { row: Row }) => unknown }>();

const wayOf = (column: LedgerColumn) => column.ways?.find((way) => way.sort === props.sort);
const nextOf = ({ ways }: LedgerColumn) => (ways![0].sort === props.sort ? ways![1] : ways![0]);
/* Sorting is by a button within the heading, which every reader knows for what it is; the table’s own headings take a
   click and say nothing of it. */
const headers = computed(() =>
  props.columns.map((column) => {
    const way = wayOf(column);
    const spread = { class: { 'kit-ledger__wide': column.wide } };
    return {
      key: column.key,
      title: column.title,
      sortable: false,
      headerProps: { ...spread, scope: 'col', 'aria-sort': way ? (way.down ? 'descending' : 'ascending') : undefined },
      cellProps: spread,
    };
  }),
);
/** The table knows nothing of what its rows are. */
const rowOf = (item: unknown): Row => item as Row;
const rowProps = ({ item }: { item: Row }) => ({
  class: { 'kit-ledger__chosen': item.id === props.chosen },
  'data-row': '',
  'data-person': item.id,
});
</script>

<template>
  <VDataTableServer
    class="kit-ledger"
    :headers="headers as never"
    :items="[...rows] as never"
    :items-length="total"
    :items-per-page="-1"
    :loading="loading && rows.length === 0"
    :row-props="rowProps as never"
    item-value="id"
    :mobile="false"
    fixed-header
    hide-default-footer
    @click:row="(_event: Event, { item }: { item: Row }) => emit('open', item.id)"
  >
    <template v-for="column in columns" :key="column.key" #[`header.${column.key}`]>
      <KitButton
        v-if="column.ways"
        kind="link"
        class="kit-ledger__sort"
        :class="{ 'kit-ledger__sort--on': wayOf(column) }"
        @click="emit('sort', nextOf(column).sort)"
        >{{ wayOf(column)?.says ?? column.title }}</KitButton
      >
      <template v-else>{{ column.title }}</template>
    </template>
    <template v-for="column in columns" :key="column.key" #[`item.${column.key}`]="{ item }">
      <KitButton
        v-if="column === columns[0]"
        kind="link"
        class="kit-ledger__open"
        :aria-expanded="rowOf(item).id === chosen"
        @click.stop="emit('open', rowOf(item).id)"
        ><slot :name="`cell.${column.key}`" :row="rowOf(item)"
      /></KitButton>
      <slot v-else :name="`cell.${column.key}`" :row="rowOf(item)">{{
        rowOf(item)[column.key as keyof Row] ?? '–'
      }}</slot>
    </template>
    <!-- Its own bar has no name; that the rows are on their way is said where they will be. -->
    <template #loader><span /></template>
    <template #loading><Waiting :rows="12" :label="says.onItsWay({ what: label })" /></template>
    <template #no-data>
      <Trouble v-if="error" :error="error" @again="emit('again')" />
      <p v-else class="kit-ledger__empty"><slot name="empty" /></p>
    </template>
  </VDataTableServer>
</template>

<style>
.kit-ledger {
  --v-table-header-height: 30px;
  --v-table-row-height: 34px;
  flex: 1;
  width: auto;
  min-height: 0;
  background: none;
  color: inherit;
  font: inherit;
  line-height: 20px;
}
.kit-ledger .v-table__wrapper > table > thead > tr > th {
  height: 30px;
  padding: 0 12px 0 0;
  border-bottom: 1px solid var(--ink);
  background: var(--chalk);
  box-shadow: none;
  font-size: 13px;
  font-weight: 600;
  color: var(--ink2);
  white-space: nowrap;
}
.kit-ledger .v-table__wrapper > table > tbody > tr > td {
  height: 34px;
  padding: 0 12px 0 0;
  border-bottom: 1px solid var(--rule);
  font-size: inherit;
  white-space: nowrap;
}
.kit-ledger .v-table__wrapper > table > thead > tr > th:first-child,
.kit-ledger .v-table__wrapper > table > tbody > tr > td:first-child {
  padding-left: 10px;
}
.kit-ledger .v-table__wrapper > table > tbody > tr[data-row] {
  cursor: pointer;
}
.kit-ledger .v-table__wrapper > table > tbody > tr[data-row] > td:first-child {
  max-width: 280px;
  white-space: normal;
  overflow-wrap: anywhere;
}
/* The chosen row runs into its sheet. */
.kit-ledger .v-table__wrapper > table > tbody > tr.kit-ledger__chosen > td {
  background: var(--sheet);
}
.kit-ledger .v-table__wrapper > table > tbody > tr.kit-ledger__chosen > td:first-child {
  box-shadow: inset 3px 0 0 var(--ink);
}
.kit-ledger .kit-ledger__sort,
.kit-ledger .kit-ledger__open {
  min-height: 24px;
  font: inherit;
  text-decoration: none;
  text-align: left;
}
.kit-ledger .kit-ledger__open {
  min-height: 28px;
  font-weight: 650;
}
.kit-ledger .kit-ledger__sort:hover,
.kit-ledger .kit-ledger__open:hover {
  text-decoration: underline;
}
.kit-ledger .kit-ledger__sort--on {
  color: var(--ink);
}
.kit-ledger__empty {
  padding: 9px 0;
  color: var(--ink2);
  white-space: normal;
  text-align: left;
}
@media (max-width: 600px) {
  .kit-ledger .kit-ledger__wide {
    display: none;
  }
}
@media print {
  .kit-ledger .v-table__wrapper {
    overflow: visible;
  }
  .kit-ledger tr {
    break-inside: avoid;
  }
}
</style>
