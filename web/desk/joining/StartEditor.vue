<script setup lang="ts">
/** What an answer is before anybody types, and whether the form sets it unseen. */
import { computed } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import { choicesIn, facetOf, readAnswer, type FieldItem, type PartOfForm, type StartsWith } from '../../../core/fields';
import { idFrom } from '../../../core/setup';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import AnswerInput from '../people/AnswerInput.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { joiningSays } from './joining.sentences';

const says = joiningSays(reader);
const props = defineProps<{
  part: Extract<PartOfForm, { part: 'field' }>;
  field: FieldItem;
  faultAt: (at: string) => string | null;
}>();
const emit = defineEmits<{ change: [change: { start: StartsWith | undefined; hidden: true | undefined }] }>();
const draft = useDraft();
const site = computed(() => draft.setup?.doc.site ?? reader);

const from = computed(() => props.part.start?.from ?? 'none');
/** A picture is nobody's beforehand but their own, and nobody has agreed before they do. */
const sources = computed(() =>
  ['file', 'agreement'].includes(facetOf(props.field.of).is) ? [allSources[0]!, allSources[3]!] : allSources,
);
const allSources = [
  { title: says.startsEmpty, value: 'none' },
  { title: says.startsSame, value: 'constant' },
  { title: says.startsAddress, value: 'query' },
  { title: says.startsProfile, value: 'profile' },
];
/** The first that can be chosen, where one is chosen. */
function firstOf({ of }: FieldItem): string | boolean | string[] {
  const facet = facetOf(of);
  if (facet.is === 'yes') return true;
  const first = choicesIn(facet, reader)?.[0]?.id ?? '';
  return facet.is === 'choices' ? [first] : first;
}
const set = (start: StartsWith | undefined) =>
  emit('change', { start, hidden: props.part.hidden && start && start.from !== 'profile' ? true : undefined });
function choose(source: string): void {
  if (source === 'none') return set(undefined);
  if (source === 'profile') return set({ from: 'profile' });
  if (source === 'query') return set({ from: 'query', name: idFrom(props.field.label, [], 'answer') });
  set({ from: 'constant', value: firstOf(props.field) });
}
/** What the field itself would not take. */
const refused = computed(() => {
  const { start } = props.part;
  if (start?.from !== 'constant') return null;
  const read = readAnswer(props.field, start.value, true, site.value);
  return read.ok ? null : read.refusal;
});
</script>

<template>
  <div class="fieldset__two">
    <KitChoice :model-value="from" :label="says.startsWith" :items="sources" @update:model-value="choose" />
    <AnswerInput
      v-if="part.start?.from === 'constant'"
      id="q-constant"
      :field="field"
      :model-value="part.start.value"
      :label="says.theAnswer"
      :fault="refused"
      @update:model-value="set({ from: 'constant', value: $event ?? '' })"
    />
    <KitField
      v-else-if="part.start?.from === 'query'"
      id="q-query"
      :model-value="part.start.name"
      :label="says.queryName"
      :help="says.queryHelp({ name: part.start.name })"
      :fault="faultAt('start.name')"
      @update:model-value="set({ from: 'query', name: $event })"
    />
  </div>
  <VCheckbox
    v-if="part.start && part.start.from !== 'profile'"
    class="kit-tick"
    :label="says.setUnseen"
    :model-value="part.hidden ?? false"
    @update:model-value="emit('change', { start: part.start, hidden: $event ? true : undefined })"
  />
</template>
