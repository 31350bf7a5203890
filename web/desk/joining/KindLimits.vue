<script setup lang="ts">
/** What a field of its kind may be answered with: limits, choices, the text that is agreed to. */
import { computed } from 'vue';
import { facetOf, type FieldItem } from '../../../core/fields';
import type { ChipName } from '../../../core/kernel';
import { idFrom } from '../../../core/setup';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import WordsField from '../letters/WordsField.vue';
import ChoiceList from './ChoiceList.vue';
import { joiningSays } from './joining.sentences';

type Kind = FieldItem['of'];
const says = joiningSays(reader);
const props = defineProps<{
  of: Kind;
  /** The answers that may be put into one that is made of them. */
  names: ReadonlyMap<ChipName, string>;
  faultAt: (at: string) => string | null;
}>();
const emit = defineEmits<{ change: [of: Kind] }>();
/** The first and the last day that may be answered, of kinds that hold days. */
const days = computed(() => {
  const facet = facetOf(props.of);
  return facet.is === 'day' || facet.is === 'span' ? facet : null;
});
const setOf = (change: object) => emit('change', { ...props.of, ...change } as Kind);
/** A number that may be missing; what is no number stays as typed, and is marked. */
const numberFrom = (text: string): number | undefined =>
  text.trim() === '' ? undefined : Number.isFinite(Number(text)) ? Number(text) : (text as unknown as number);
const shown = (value: unknown): string => (value === undefined ? '' : String(value));
const lines = (text: string) => text.split('\n').filter((line) => line.trim() !== '');

function addChoice(): void {
  if (!('choices' in props.of)) return;
  const { choices } = props.of;
  const id = idFrom(
    says.newChoice,
    choices.map((choice) => choice.id),
    'choice',
  );
  setOf({ choices: [...choices, { id, label: says.newChoice }] });
}
</script>

<template>
  <div class="fieldset">
    <div class="fieldset__three">
      <slot />
      <KitField
        v-if="'longest' in of"
        id="field-longest"
        kind="number"
        :model-value="shown(of.longest)"
        :label="says.longest"
        :fault="faultAt('longest')"
        @update:model-value="setOf({ longest: numberFrom($event) })"
      />
      <template v-if="days">
        <KitField
          id="field-earliest"
          kind="date"
          :model-value="days.earliest ?? ''"
          :label="says.earliest"
          optional
          :fault="faultAt('earliest')"
          @update:model-value="setOf({ earliest: $event || undefined })"
        />
        <KitField
          id="field-latest"
          kind="date"
          :model-value="days.latest ?? ''"
          :label="says.latest"
          optional
          :fault="faultAt('latest')"
          @update:model-value="setOf({ latest: $event || undefined })"
        />
      </template>
      <template v-if="'whole' in of">
        <KitField
          id="field-least"
          kind="number"
          :model-value="shown(of.least)"
          :label="says.least"
          optional
          :fault="faultAt('least')"
          @update:model-value="setOf({ least: numberFrom($event) })"
        />
        <KitField
          id="field-most"
          kind="number"
          :model-value="shown(of.most)"
          :label="says.most"
          optional
          :fault="faultAt('most')"
          @update:model-value="setOf({ most: numberFrom($event) })"
        />
        <KitField
          id="field-unit"
          :model-value="of.unit?.many ?? ''"
          :label="says.unitMany"
          optional
          :fault="faultAt('unit.many')"
          @update:model-value="setOf({ unit: $event ? { one: of.unit?.one || $event, many: $event } : undefined })"
        />
        <KitField
          v-if="of.unit"
          id="field-unit-one"
          :model-value="of.unit.one"
          :label="says.unitOne"
          :fault="faultAt('unit.one')"
          @update:model-value="setOf({ unit: { one: $event, many: of.unit!.many } })"
        />
      </template>
    </div>
    <template v-if="'agree' in of">
      <KitField
        id="field-text"
        kind="longText"
        :model-value="of.text.join('\n')"
        :label="says.agreementText"
        :fault="faultAt('text')"
        @update:model-value="setOf({ text: lines($event) })"
      />
      <KitField
        id="field-agree"
        :model-value="of.agree"
        :label="says.agreementLabel"
        :fault="faultAt('agree')"
        @update:model-value="setOf({ agree: $event })"
      />
      <p>
        {{ says.agreementVersion({ version: of.version }) }}
        <KitButton kind="link" @click="setOf({ version: of.version + 1 })">{{ says.countUp }}</KitButton>
      </p>
      <p class="field__help">{{ says.agreementHelp }}</p>
    </template>
    <template v-if="of.kind === 'computed'">
      <WordsField
        id="field-of"
        :label="says.madeOf"
        :words="of.of"
        :names="names"
        :insert="says.putAnswer"
        :fault="faultAt('of')"
        @change="setOf({ of: $event })"
      />
      <p class="field__help">{{ says.madeOfHelp }}</p>
    </template>
    <ChoiceList
      v-if="'choices' in of"
      :choices="of.choices"
      :pictured="of.kind === 'imageChoice'"
      :fault-at="(at) => faultAt(`choices${at}`)"
      @change="setOf({ choices: $event })"
      @add="addChoice"
    />
  </div>
</template>
