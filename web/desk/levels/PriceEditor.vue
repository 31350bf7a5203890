<script setup lang="ts">
/** One price of a level: how it is paid, how much, how often, and what comes beside it. */
import { computed } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import type { Span } from '../../../core/kernel';
import { isRepeated, sayBeside, sayPrice, type Price, type PriceKind } from '../../../core/levels';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import { typedCount } from '../joining/counts';
import { reader } from '../base/reader';
import { deskLevelsSays } from './levels.sentences';
import MoneyField from './MoneyField.vue';
import { priceAs } from './prices';
import SpanPick from './SpanPick.vue';

const says = deskLevelsSays(reader);
const props = defineProps<{
  id: string;
  price: Price;
  currency: string;
  open: boolean;
  /** The day it is at the site, `YYYY-MM-DD`. */
  today: string;
  /** Whether it is the only one: a level has a price, if it is free. */
  only: boolean;
  faultAt: (at: string) => string | null;
}>();
const emit = defineEmits<{ change: [price: Price]; open: []; takeOut: [] }>();
const set = (change: Readonly<Record<string, unknown>>) => emit('change', { ...props.price, ...change } as Price);
const site = computed(() => ({ ...reader, currency: props.currency }));
const kinds = [
  { title: says.paidFree, value: 'free' },
  { title: says.paidOnce, value: 'once' },
  { title: says.paidEvery, value: 'every' },
  { title: says.paidOwn, value: 'own' },
];
/** In words only where it can be one: what is being typed is not read. */
const words = computed(() => {
  try {
    const beside = sayBeside(props.price, site.value);
    const price = sayPrice(props.price, site.value);
    return beside ? says.priceLine({ price, beside }) : price;
  } catch {
    return kinds.find(({ value }) => value === props.price.kind)?.title ?? '';
  }
});
const repeated = computed(() => (isRepeated(props.price) ? props.price : null));
const lasting = computed(() => (isRepeated(props.price) ? null : props.price));
const money = (at: string) => ({ id: `${props.id}-${at}`, currency: props.currency, fault: props.faultAt(at) });
/** The day as typed is kept while it is none yet; what is wrong is said beside it. */
const whoElse = [
  { title: says.priceForNew, value: 'new' },
  { title: says.priceForAll, value: 'all' },
];
const A_SPAN: Span = { count: 1, unit: 'years' };
</script>

<template>
  <div class="price" :class="{ 'price--retired': price.retired }">
    <button type="button" class="price__line" :aria-expanded="open" @click="emit('open')">
      <span>{{ words }}</span>
      <span v-if="price.retired" class="quiet">{{ says.priceRetired }}</span>
    </button>
    <div v-if="open" class="price__panel">
      <div class="price__row">
        <KitChoice
          :model-value="price.kind"
          :label="says.howPaid"
          :items="kinds"
          @update:model-value="emit('change', priceAs($event as PriceKind, price))"
        />
        <MoneyField
          v-if="price.kind === 'once' || price.kind === 'every'"
          v-bind="money('amount')"
          :label="says.amount({ currency })"
          :model-value="price.amount"
          @update:model-value="set({ amount: $event })"
        />
        <template v-else-if="price.kind === 'own'">
          <MoneyField
            v-bind="money('least')"
            :label="says.least({ currency })"
            :model-value="price.least"
            @update:model-value="set({ least: $event })"
          />
          <MoneyField
            v-bind="money('suggested')"
            :label="says.suggested({ currency })"
            :model-value="price.suggested"
            @update:model-value="set({ suggested: $event })"
          />
          <MoneyField
            v-bind="money('most')"
            :label="says.most({ currency })"
            :model-value="price.most"
            optional
            @update:model-value="set({ most: $event })"
          />
        </template>
        <SpanPick
          v-if="repeated"
          :id="`${id}-each`"
          :label="says.each"
          :model-value="repeated.each"
          :fault="faultAt('each') ?? faultAt('each.count')"
          @update:model-value="set({ each: $event })"
        />
        <template v-if="lasting">
          <KitChoice
            :model-value="lasting.lasts ? 'span' : 'good'"
            :label="says.lasts"
            :items="[
              { title: says.forGood, value: 'good' },
              { title: says.forSpan, value: 'span' },
            ]"
            @update:model-value="set({ lasts: $event === 'span' ? A_SPAN : undefined })"
          />
          <SpanPick
            v-if="lasting.lasts"
            :id="`${id}-lasts`"
            :label="says.span"
            :model-value="lasting.lasts"
            :fault="faultAt('lasts.count')"
            @update:model-value="set({ lasts: $event })"
          />
        </template>
      </div>
      <div v-if="price.kind !== 'free'" class="price__row">
        <MoneyField
          v-bind="money('fee')"
          :label="says.fee({ currency })"
          :model-value="price.fee"
          optional
          @update:model-value="set({ fee: $event })"
        />
        <KitField
          v-if="repeated"
          :id="`${id}-times`"
          :model-value="String(repeated.times ?? '')"
          :label="says.times"
          :fault="faultAt('times')"
          optional
          @update:model-value="set({ times: $event.trim() === '' ? undefined : typedCount($event) })"
        />
      </div>
      <template v-if="repeated">
        <VCheckbox
          class="kit-tick"
          :label="says.trial"
          :model-value="repeated.trial !== undefined"
          @update:model-value="set({ trial: $event ? { lasts: { count: 1, unit: 'months' }, amount: 0 } : undefined })"
        />
        <div v-if="repeated.trial" class="price__row">
          <SpanPick
            :id="`${id}-trial`"
            :label="says.trialLasts"
            :model-value="repeated.trial.lasts"
            :fault="faultAt('trial.lasts') ?? faultAt('trial.lasts.count')"
            @update:model-value="set({ trial: { ...repeated.trial, lasts: $event } })"
          />
          <MoneyField
            v-bind="money('trial.amount')"
            :label="says.trialAmount({ currency })"
            :model-value="repeated.trial.amount"
            @update:model-value="set({ trial: { ...repeated.trial, amount: $event } })"
          />
        </div>
      </template>
      <div v-if="repeated" class="price__row">
        <KitChoice
          :model-value="repeated.forAll === undefined ? 'new' : 'all'"
          :label="says.priceForWhom"
          :items="whoElse"
          @update:model-value="set({ forAll: $event === 'all' ? today : undefined })"
        />
        <KitField
          v-if="repeated.forAll !== undefined"
          :id="`${id}-for-all`"
          kind="date"
          :model-value="repeated.forAll"
          :label="says.priceForAllFrom"
          :help="says.priceForAllHelp"
          :fault="faultAt('forAll')"
          @update:model-value="set({ forAll: $event })"
        />
      </div>
      <div class="price__foot">
        <KitButton kind="link" @click="set({ retired: price.retired ? undefined : true })">{{
          price.retired ? says.offerPrice : says.retirePrice
        }}</KitButton>
        <KitButton v-if="!only" kind="link" @click="emit('takeOut')">{{ says.takeOutPrice }}</KitButton>
      </div>
    </div>
  </div>
</template>

<style>
.price {
  border-bottom: 1px solid var(--rule);
}
.price__line {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0 12px;
  width: 100%;
  min-height: 36px;
  padding: 8px 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.price__line[aria-expanded='true'] {
  font-weight: 600;
}
.price__line:focus-visible {
  outline: 2px solid var(--focus);
  outline-offset: -2px;
}
.price--retired .price__line {
  color: var(--ink2);
}
.price__panel {
  padding: 4px 0 12px;
}
.price__row {
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  gap: 10px 16px;
  margin-bottom: 10px;
}
.price__row > .field {
  flex: 0 1 190px;
}
.price__row > .field:first-child {
  flex-basis: 250px;
}
.price__foot {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
}
</style>
