<script setup lang="ts">
/** A year's work: its months, and in which of them each thing is done. */
import KitField from '../../../kit/fields/KitField.vue';
import KitTicks from '../../../kit/fields/KitTicks.vue';
import KitButton from '../../../kit/KitButton.vue';
import { computed, ref } from 'vue';
import { reader } from '../../base/reader';
import { deskSiteSays } from '../site.sentences';

type Row = { readonly label: string; readonly marked: readonly number[] };
type Body = Readonly<Record<string, unknown>>;
const says = deskSiteSays(reader);
const props = defineProps<{ id: string; body: Body; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [change: Body] }>();

const months = computed(() => props.body['months'] as readonly string[]);
const rows = computed(() => props.body['rows'] as readonly Row[]);
/** As it is typed: a comma at the end is the beginning of the next. */
const typed = ref(months.value.join(', '));
const items = computed(() => months.value.map((title, at) => ({ title, value: String(at) })));
function setMonths(text: string): void {
  typed.value = text;
  const list = text
    .split(',')
    .map((month) => month.trim())
    .filter(Boolean);
  // A month that is gone is marked in no row any more.
  const kept = rows.value.map((row) => ({ ...row, marked: row.marked.filter((at) => at < list.length) }));
  emit('change', { months: list, rows: kept });
}
const setRows = (next: readonly Row[]) => emit('change', { rows: next });
const put = (at: number, change: Partial<Row>) =>
  setRows(rows.value.map((row, n) => (n === at ? { ...row, ...change } : row)));
</script>

<template>
  <KitField
    :id="`${id}-months`"
    :model-value="typed"
    :label="says.months"
    :fault="faultAt('months')"
    @update:model-value="setMonths"
  />
  <section v-for="(row, at) in rows" :key="at" class="block-one" :aria-label="says.row({ number: at + 1 })">
    <header>
      <b>{{ says.row({ number: at + 1 }) }}</b>
      <KitButton v-if="rows.length > 1" kind="link" @click="setRows(rows.filter((_, n) => n !== at))">{{
        says.takeOut
      }}</KitButton>
    </header>
    <KitField
      :id="`${id}-row-${at}`"
      :model-value="row.label"
      :label="says.rowLabel"
      :fault="faultAt(`rows.${at}.label`)"
      @update:model-value="put(at, { label: $event })"
    />
    <KitTicks
      class="calendar-ticks"
      :model-value="row.marked.map(String)"
      :label="says.markedMonths"
      :items="items"
      @update:model-value="put(at, { marked: $event.map(Number).sort((a, b) => a - b) })"
    />
  </section>
  <KitButton small @click="setRows([...rows, { label: says.newRow, marked: [] }])">{{
    says.addOne({ what: says.rows })
  }}</KitButton>
</template>

<style>
.calendar-ticks {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
}
.calendar-ticks > legend {
  width: 100%;
}
</style>
