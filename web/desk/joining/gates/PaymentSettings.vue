<script setup lang="ts">
/** The settings of the gate Payment: which levels at which prices are offered. */
import { computed } from 'vue';
import { OFFER_MARK, offerKey, offersFrom, type OwnGate } from '../../../../core/joining';
import { pricesOf, sayPrice } from '../../../../core/levels';
import KitTicks from '../../../kit/fields/KitTicks.vue';
import { reader } from '../../base/reader';
import { useDraft } from '../../setup/draft.store';
import { joiningSays } from '../joining.sentences';
import WithinSettings from './WithinSettings.vue';

const says = joiningSays(reader);
type Gate = Extract<OwnGate, { kind: 'payment' }>;
const props = defineProps<{ gate: Gate; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [change: Partial<Gate>]; write: [letter: string] }>();
const draft = useDraft();
const levels = computed(() => draft.setup?.doc.levels ?? []);
/** Every price of every level that is sold, and what is ticked already whatever has become of it. */
const prices = computed(() => {
  const site = draft.setup?.doc.site;
  if (!site) return [];
  const ticked = new Set(chosen.value);
  return levels.value.flatMap((level) =>
    level.prices
      .filter(
        (price) => (!level.retired && pricesOf(level).includes(price)) || ticked.has(offerKey(level.id, price.id)),
      )
      .map((price) => ({ title: `${level.title}, ${sayPrice(price, site)}`, value: offerKey(level.id, price.id) })),
  );
});
const chosen = computed(() =>
  props.gate.offers.flatMap(({ level, price }) =>
    price
      ? [offerKey(level, price)]
      : (levels.value.find(({ id }) => id === level)?.prices ?? []).map(({ id }) => offerKey(level, id)),
  ),
);
/** In the order of the levels, whichever was ticked first. */
function choose(keys: readonly string[]): void {
  const inOrder = levels.value.flatMap((level) =>
    level.prices.map((price) => offerKey(level.id, price.id)).filter((key) => keys.includes(key)),
  );
  emit('change', {
    offers: offersFrom(
      inOrder.map((key) => key.split(OFFER_MARK)),
      levels.value,
    ),
  });
}
</script>

<template>
  <KitTicks
    :model-value="chosen"
    :label="says.offers"
    :items="prices"
    :help="says.offersHelp"
    :fault="faultAt('offers')"
    @update:model-value="choose"
  />
  <WithinSettings
    :gate="gate"
    :asks="says.letterPay"
    :fault-at="faultAt"
    @change="emit('change', $event)"
    @write="emit('write', $event)"
  />
</template>
