<script setup lang="ts">
/** One answer to a profile field, whatever its kind, as an editor of the desk asks for it. Empty is no answer. */
import { computed, ref } from 'vue';
import type { FieldValue } from '../../../core/facts';
import { choicesIn, facetOf, fieldKindOf, type FieldItem } from '../../../core/fields';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitTicks from '../../kit/fields/KitTicks.vue';
import KitButton from '../../kit/KitButton.vue';
import KitFile from '../../kit/KitFile.vue';
import KitPicture from '../../kit/KitPicture.vue';
import { calls, troubleOf } from '../base/calls';
import { reader } from '../base/reader';
import { peopleSays } from './people.sentences';

const says = peopleSays(reader);
const props = defineProps<{
  id: string;
  field: FieldItem;
  label: string;
  fault?: string | null;
  /** Offers to choose no answer at all. */
  optional?: boolean;
}>();
const value = defineModel<FieldValue | undefined>({ required: true });

const facet = computed(() => facetOf(props.field.of));
const input = computed(() => fieldKindOf(props.field.of).input(props.field.of, null, reader));
const text = computed(() => (value.value === undefined ? '' : String(value.value)));
const list = computed(() =>
  // A span of days is kept as both of them with a stroke between.
  Array.isArray(value.value) ? value.value : facet.value.is === 'span' ? text.value.split('/') : [],
);
const none = computed(() => (props.optional ? [{ title: says.noAnswer, value: '' }] : []));
const choices = computed(() => {
  if (facet.value.is === 'yes')
    return [
      { title: says.yes, value: 'true' },
      { title: says.no, value: 'false' },
    ];
  const { of } = props.field;
  if (facet.value.is === 'agreement') {
    const { version: newest } = facet.value;
    // Whoever agreed to an earlier version agreed to that one.
    const versions = [newest, ...(typeof value.value === 'number' && value.value < newest ? [value.value] : [])];
    return versions.map((version) => ({
      title: fieldKindOf(of).show(of, version, reader),
      value: String(version),
    }));
  }
  return choicesIn(facet.value, reader)?.map(({ id, label }) => ({ title: label, value: id })) ?? [];
});
const plain = computed(() => {
  const { kind } = input.value;
  if (kind === 'text') return input.value.long ? 'longText' : 'text';
  return kind === 'number' || kind === 'date' || kind === 'mail' ? kind : 'text';
});
function choose(chosen: string): void {
  const { is } = facet.value;
  const taken = is === 'yes' ? chosen === 'true' : is === 'agreement' ? Number(chosen) : chosen;
  value.value = chosen === '' ? undefined : taken;
}
const trouble = ref<string | null>(null);
async function take(picture: File): Promise<void> {
  trouble.value = null;
  try {
    value.value = (await calls.pictures.keep({ picture })).id;
  } catch (error) {
    const { code, says: why } = troubleOf(error);
    trouble.value = code === 'no-picture' ? says.noPicture : why;
  }
}
const setDay = (at: 0 | 1, day: string) => {
  const days = [list.value[0] ?? '', list.value[1] ?? ''];
  days[at] = day;
  value.value = days.every((one) => one === '') ? undefined : days;
};
</script>

<template>
  <KitChoice
    v-if="choices.length && facet.is !== 'choices'"
    :model-value="text"
    :label="label"
    :items="[...none, ...choices]"
    :fault="fault ?? null"
    @update:model-value="choose"
  />
  <KitTicks
    v-else-if="facet.is === 'choices'"
    :model-value="list"
    :label="label"
    :items="choices"
    :fault="fault ?? null"
    @update:model-value="value = $event.length ? [...$event] : undefined"
  />
  <div v-else-if="facet.is === 'file'" class="field">
    <p class="field__label">{{ label }}</p>
    <KitPicture v-if="text" :id="text" :label="label" />
    <div class="answer-picture">
      <KitFile
        :label="text ? says.anotherPicture : says.choosePicture"
        accept="image/jpeg,image/png,image/webp,image/gif"
        @file="take"
      />
      <KitButton v-if="text" kind="link" :aria-label="says.takeAwayNamed({ name: label })" @click="value = undefined">{{
        says.takeAway
      }}</KitButton>
    </div>
    <p v-if="trouble ?? fault" class="field__fault" role="alert">{{ trouble ?? fault }}</p>
  </div>
  <div v-else-if="facet.is === 'span'" class="fieldset__two">
    <KitField
      :id="`${id}-from`"
      kind="date"
      :model-value="list[0] ?? ''"
      :label="says.from({ label })"
      :fault="fault ?? null"
      @update:model-value="setDay(0, $event)"
    />
    <KitField
      :id="`${id}-to`"
      kind="date"
      :model-value="list[1] ?? ''"
      :label="says.to({ label })"
      @update:model-value="setDay(1, $event)"
    />
  </div>
  <KitField
    v-else
    :id="id"
    :kind="plain"
    :model-value="text"
    :label="label"
    :fault="fault ?? null"
    @update:model-value="value = $event === '' ? undefined : $event"
  />
</template>

<style>
.answer-picture {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  margin-top: 6px;
}
</style>
