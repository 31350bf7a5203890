<script setup lang="ts">
/** One field of a board, by the kinds that profiles and forms have. */
import { computed } from 'vue';
import type { BoardField } from '../../../core/boards';
import { facetOf, fieldKindNames, fieldKindOf, isAnswered } from '../../../core/fields';
import type { FieldId } from '../../../core/kernel';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitTicks from '../../kit/fields/KitTicks.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import { begunAs, takesText } from '../joining/kinds';
import KindLimits from '../joining/KindLimits.vue';
import { useDraft } from '../setup/draft.store';
import { deskBoardsSay } from './boards.sentences';

const says = deskBoardsSay(reader);
const props = defineProps<{
  field: BoardField;
  /** Whether entries are called by it. */
  named: boolean;
  /** Whether one chooses where its answer shows. */
  shown: boolean;
  /** The only one there is. */
  last: boolean;
  faultAt: (at: string) => string | null;
}>();
const emit = defineEmits<{ change: [field: BoardField]; done: []; takeOut: [] }>();
const draft = useDraft();
const set = (change: Partial<BoardField>) => emit('change', { ...props.field, ...change });

/** What entries are asked: pictures and agreements are asked for in profiles. */
const kinds = fieldKindNames
  .filter((kind) => {
    const { is } = facetOf(fieldKindOf({ kind }).begin(reader));
    return isAnswered({ kind }) && is !== 'file' && is !== 'agreement';
  })
  .map((kind) => ({ title: fieldKindOf({ kind }).title(reader), value: kind }));
const profile = computed(() => [
  { title: says.fillsNothing, value: '' },
  ...draft.ofKind('field').map(({ id, body }) => ({ title: body.label, value: id })),
]);
const shows = ['required', 'half', 'row', 'entry', 'search', 'filter'] as const;
const names = {
  required: says.mustAnswer,
  half: says.halfWide,
  row: says.showRow,
  entry: says.showEntry,
  search: says.showSearch,
  filter: says.showFilter,
};
/** A text without choices narrows nothing down. */
const narrows = computed(() => !['text', 'span'].includes(facetOf(props.field.of).is));
const offered = computed(() =>
  shows
    .filter((name) => props.shown || name === 'required' || name === 'half')
    .filter((name) => (name !== 'filter' || narrows.value) && (name !== 'required' || !props.named))
    .map((name) => ({ title: names[name], value: name })),
);
const ticked = computed(() => shows.filter((name) => props.field[name]));
const tick = (now: readonly string[]) =>
  set({
    ...Object.fromEntries(shows.map((name) => [name, now.includes(name)])),
    ...(props.named ? { required: true } : {}),
  });
</script>

<template>
  <div class="fieldset">
    <div class="fieldset__three">
      <KitField
        id="board-field-label"
        :model-value="field.label"
        :label="says.label"
        :fault="faultAt('label')"
        @update:model-value="set({ label: $event })"
      />
      <KitChoice
        :model-value="field.of.kind"
        :label="says.kind"
        :items="kinds"
        :fault="faultAt('of')"
        @update:model-value="set({ of: begunAs($event as BoardField['of']['kind'], field.of) })"
      />
      <KitField
        id="board-field-help"
        :model-value="field.help ?? ''"
        :label="says.help"
        optional
        :fault="faultAt('help')"
        @update:model-value="set({ help: $event || undefined })"
      />
    </div>
    <p v-if="named" class="quiet">{{ says.isNamed }}</p>
    <KindLimits :of="field.of" :names="new Map()" :fault-at="(at) => faultAt(`of.${at}`)" @change="set({ of: $event })">
      <KitField
        v-if="takesText.has(field.of.kind)"
        id="board-field-placeholder"
        :model-value="field.placeholder ?? ''"
        :label="says.placeholder"
        optional
        :fault="faultAt('placeholder')"
        @update:model-value="set({ placeholder: $event || undefined })"
      />
    </KindLimits>
    <div class="fieldset__two">
      <KitTicks :model-value="ticked" :label="says.whereShown" :items="offered" @update:model-value="tick" />
      <KitChoice
        :model-value="field.fills ?? ''"
        :label="says.fills"
        :items="profile"
        @update:model-value="set({ fills: ($event || undefined) as FieldId | undefined })"
      />
    </div>
    <div class="fieldset__foot">
      <KitButton @click="emit('done')">{{ says.done }}</KitButton>
      <KitButton v-if="!named && !last" kind="danger" @click="emit('takeOut')">{{ says.fieldOut }}</KitButton>
    </div>
  </div>
</template>
