<script setup lang="ts">
/** What a price comes to for who takes it on the day that is looked at: each payment of the first twelve months. */
import { computed } from 'vue';
import { sayMoney, sayShortDate, type Instant, type Place } from '../../../core/kernel';
import { addSpan } from '../../../core/kernel/calendar';
import { dues, duesUntil, isRepeated, type Price } from '../../../core/levels';
import { reader } from '../base/reader';
import { deskLevelsSays } from './levels.sentences';

const says = deskLevelsSays(reader);
const props = defineProps<{ price: Price; at: Instant; place: Place & { readonly currency: string } }>();
const money = (amount: number) => sayMoney(amount, props.place.currency, reader.locale);
const date = (at: Instant) => sayShortDate(at, { ...reader, zone: props.place.zone });

const end = computed(() => addSpan(props.at, { count: 1, unit: 'years' }, props.place.zone));
/** More than these nobody reads; a price by the day has as many as a year has days. */
const MOST = 24;
const list = computed(() =>
  duesUntil(props.price, props.at, end.value, props.place.zone).filter(({ total }) => total > 0),
);
const rows = computed(() =>
  list.value.slice(0, MOST).map((due) => ({
    at: due.at,
    date: date(due.at),
    total: money(due.total),
    beside: due.parts
      .flatMap(({ of }) => (of === 'fee' ? [says.part_fee] : of === 'trial' ? [says.part_trial] : []))
      .join(', '),
  })),
);
const sum = computed(() => list.value.reduce((all, { total }) => all + total, 0));
const after = computed(() => {
  for (const due of dues(props.price, props.at, props.place.zone)) if (due.at >= end.value) return due;
  return null;
});
const until = computed(() => {
  if (isRepeated(props.price)) return null;
  return dues(props.price, props.at, props.place.zone).next().value ?? null;
});
/** Whether the day of the month cannot be kept in every month. */
const clamps = computed(() => {
  const { price, at, place } = props;
  if (!isRepeated(price) || !['months', 'years'].includes(price.each.unit)) return false;
  const day = new Intl.DateTimeFormat('en', { day: 'numeric', timeZone: place.zone }).format(at);
  return Number(day) > 28;
});
const notes = computed(() =>
  [
    sum.value > 0 ? says.inAYear({ amount: money(sum.value) }) : says.nothing,
    after.value ? says.goesOn({ date: date(after.value.at) }) : '',
    until.value ? (until.value.until ? says.lastsUntil({ date: date(until.value.until) }) : says.lastsForGood) : '',
    clamps.value ? says.shortMonth : '',
    props.price.kind === 'own' ? says.suggestedTaken : '',
  ]
    .filter(Boolean)
    .join(' '),
);
</script>

<template>
  <ol v-if="rows.length" class="dues">
    <li v-for="row in rows" :key="row.at">
      <span
        >{{ row.date }} <span v-if="row.beside" class="dues__beside">{{ row.beside }}</span></span
      ><span class="dues__sum">{{ row.total }}</span>
    </li>
  </ol>
  <p class="dues__note">{{ notes }}</p>
</template>

<style>
.dues {
  columns: 2;
  column-gap: 28px;
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: 13.5px;
}
.dues li {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  padding: 2px 0;
  border-bottom: 1px solid var(--mountR);
  break-inside: avoid;
}
.dues__beside {
  color: var(--mount2);
}
.dues__sum {
  font-variant-numeric: tabular-nums;
}
.dues__note {
  font-size: 13.5px;
  line-height: 20px;
}
</style>
