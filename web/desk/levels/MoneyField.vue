<script setup lang="ts">
/** An amount in the site's currency, typed as people write it and kept in minor units. */
import { computed, ref, watch } from 'vue';
import { readAmount, writeAmount } from '../../../core/kernel';
import KitField from '../../kit/fields/KitField.vue';
import { reader } from '../base/reader';
import { deskLevelsSays } from './levels.sentences';

const says = deskLevelsSays(reader);

const props = defineProps<{
  id: string;
  label: string;
  currency: string;
  fault: string | null;
  optional?: boolean;
}>();
/** What is no amount stays as it was typed, so that it can be marked and is not lost. */
const amount = defineModel<number | undefined>({ required: true });
const written = (value: unknown) =>
  typeof value === 'number' ? writeAmount(value, props.currency, reader.locale) : String(value ?? '');
const typed = ref(written(amount.value));
const meant = (text: string): number | undefined =>
  text.trim() === '' ? undefined : (readAmount(text, props.currency, reader.locale) ?? (text as unknown as number));
const wrong = computed(() =>
  typed.value.trim() !== '' && readAmount(typed.value, props.currency, reader.locale) === null
    ? says.notAnAmount({ example: writeAmount(4800, props.currency, reader.locale) })
    : props.fault,
);
watch(amount, (now) => {
  if (meant(typed.value) !== now) typed.value = written(now);
});
function take(text: string): void {
  typed.value = text;
  amount.value = meant(text);
}
</script>

<template>
  <KitField
    :id="id"
    :model-value="typed"
    :label="label"
    :fault="wrong"
    :optional="optional ?? false"
    @update:model-value="take"
  />
</template>
