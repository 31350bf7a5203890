<script setup lang="ts">
/** The settings of the gate Payment: which levels at which prices are offered. */
import { computed } from 'vue';
import { OFFER_MARK, offerKey, offersFrom, type OwnGate } from '../../../../core/joining';
import { pricesOf, sayPrice } from '../../../../core/levels';
import KitTicks from '../../../kit/fields/KitTicks.vue';
import { reader } from '../../reader';
import { useDraft } from '../../setup/draft.store';
import { joiningSays } from '../joining.sentences';
import LetterChoice from '../LetterChoice.vue';
import SpanField from '../SpanField.vue';

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
  <SpanField
    id="gate-limit"
    unit="days"
    :model-value="gate.limit"
    :label="says.limitDays"
    :fault="faultAt('limit.count')"
    @update:model-value="emit('change', { limit: $event })"
  />
  <LetterChoice
    :model-value="gate.message"
    :label="says.letterPay"
    @update:model-value="emit('change', { message: $event })"
    @write="emit('write', $event)"
  />
  <LetterChoice
    :model-value="gate.reminder"
    :label="says.letterReminderApplicant"
    @update:model-value="emit('change', { reminder: $event })"
    @write="emit('write', $event)"
  />
</template>
