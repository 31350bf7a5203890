<script setup lang="ts">
/** What entries of a board, or replies to them, are asked, in order; the chosen field is opened in its row. */
import { computed, ref } from 'vue';
import type { BoardField } from '../../../core/boards';
import { fieldKindOf } from '../../../core/fields';
import KitButton from '../../kit/KitButton.vue';
import KitOrder from '../../kit/KitOrder.vue';
import KitRow from '../../kit/KitRow.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { freshField } from './begin';
import BoardFieldEditor from './BoardFieldEditor.vue';
import { deskBoardsSay } from './boards.sentences';

const says = deskBoardsSay(reader);
const props = defineProps<{
  fields: readonly BoardField[];
  /** The field by which an entry is called; of replies there is none, and they are shown whole. */
  named?: string | undefined;
  faultAt: (at: string) => string | null;
}>();
const emit = defineEmits<{ change: [fields: BoardField[]] }>();
const draft = useDraft();
const chosen = ref<string | null>(null);

const called = ({ of }: BoardField) => fieldKindOf(of).called(of, draft.setup?.doc.site ?? reader);
const shows = ({ row, entry, search, filter }: BoardField) =>
  [row && says.onRow, entry && says.onEntry, search && says.inSearch, filter && says.inFilter]
    .filter(Boolean)
    .join(', ');
const ids = computed(() => props.fields.map(({ id }) => id as string));
const placeOf = (id: string) => ids.value.indexOf(id);
const put = (id: string, field: BoardField) =>
  emit(
    'change',
    props.fields.map((one) => (one.id === id ? field : one)),
  );
function add(): void {
  const field = freshField(says.newField, ids.value);
  emit('change', [...props.fields, field]);
  chosen.value = field.id;
}
const order = (to: readonly string[]) =>
  emit(
    'change',
    to.map((id) => props.fields.find((one) => one.id === id)!),
  );
</script>

<template>
  <div>
    <div class="editor__row-head board-cols">
      <span>{{ says.colField }}</span><span>{{ says.colKind }}</span
      ><span>{{ says.colMust }}</span
      ><span v-if="named">{{ says.colShown }}</span>
    </div>
    <KitOrder :items="fields" :name-of="({ label }) => label" :label="says.tabFields" @order="order">
      <template #default="{ item: field }">
        <KitRow
          :id="`board-field-${field.id}`"
          :open="field.id === chosen"
          cols="board-cols"
          @toggle="chosen = field.id === chosen ? null : field.id"
        >
          <template #line>
            <b class="row__name">{{ field.label }}</b>
            <span>{{ called(field) }}</span>
            <span>{{ field.required ? says.must : says.may }}</span>
            <span v-if="named" class="quiet">{{ shows(field) }}</span>
          </template>
          <BoardFieldEditor
            :field="field"
            :named="field.id === named"
            :shown="Boolean(named)"
            :last="fields.length === 1"
            :fault-at="(at) => faultAt(`fields.${placeOf(field.id)}.${at}`)"
            @change="put(field.id, $event)"
            @done="chosen = null"
            @take-out="
              emit(
                'change',
                fields.filter(({ id }) => id !== field.id),
              )
            "
          />
        </KitRow>
      </template>
    </KitOrder>
    <p class="editor__acts">
      <KitButton @click="add">{{ says.addField }}</KitButton>
    </p>
  </div>
</template>
