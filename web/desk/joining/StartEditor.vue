<script setup lang="ts">
/** What an answer is before anybody types, and whether the form sets it unseen. */
import { computed } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import { fieldKindOf, readAnswer, type FieldItem, type PartOfForm, type StartsWith } from '../../../core/fields';
import { idFrom } from '../../../core/setup';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import { reader } from '../reader';
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
const sources = [
  { title: says.startsEmpty, value: 'none' },
  { title: says.startsSame, value: 'constant' },
  { title: says.startsAddress, value: 'query' },
  { title: says.startsProfile, value: 'profile' },
];
const set = (start: StartsWith | undefined) =>
  emit('change', { start, hidden: props.part.hidden && start && start.from !== 'profile' ? true : undefined });
const choices = computed(() => {
  const { of } = props.field;
  if ('choices' in of) return of.choices.map(({ id, label }) => ({ title: label, value: id }));
  return of.kind === 'yesNo'
    ? [
        { title: says.yes, value: 'true' },
        { title: says.no, value: 'false' },
      ]
    : null;
});
function choose(source: string): void {
  if (source === 'none') return set(undefined);
  if (source === 'profile') return set({ from: 'profile' });
  if (source === 'query') return set({ from: 'query', name: idFrom(props.field.label, [], 'answer') });
  set({ from: 'constant', value: typed(choices.value?.[0]?.value ?? '') });
}
/** As the field's kind has it. */
function typed(text: string): string | boolean | string[] {
  if (props.field.of.kind === 'yesNo') return text === 'true';
  return props.field.of.kind === 'severalChoices' ? [text] : text;
}
const value = computed(() => {
  const { start } = props.part;
  if (start?.from !== 'constant') return '';
  return Array.isArray(start.value) ? (start.value[0] ?? '') : String(start.value);
});
/** What the field itself would not take. */
const refused = computed(() => {
  const { start } = props.part;
  if (start?.from !== 'constant') return null;
  const read = readAnswer(props.field, start.value, true, site.value);
  return read.ok ? null : read.refusal;
});
const isText = computed(() =>
  ['text', 'mail'].includes(fieldKindOf(props.field.of).input(props.field.of, null, site.value).kind),
);
</script>

<template>
  <div class="fieldset__two">
    <KitChoice :model-value="from" :label="says.startsWith" :items="sources" @update:model-value="choose" />
    <KitChoice
      v-if="part.start?.from === 'constant' && choices"
      :model-value="value"
      :label="says.theAnswer"
      :items="choices"
      :fault="refused"
      @update:model-value="set({ from: 'constant', value: typed($event) })"
    />
    <KitField
      v-else-if="part.start?.from === 'constant'"
      id="q-constant"
      :kind="isText ? 'text' : field.of.kind === 'number' ? 'number' : field.of.kind === 'date' ? 'date' : 'text'"
      :model-value="value"
      :label="says.theAnswer"
      :fault="refused"
      @update:model-value="set({ from: 'constant', value: typed($event) })"
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
