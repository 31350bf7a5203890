<script setup lang="ts">
/** What entries of a board are asked, in order; the chosen field is opened in its row. */
import { computed, ref, watch } from 'vue';
import type { BoardField, BoardItem } from '../../../core/boards';
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
const props = defineProps<{ board: BoardItem; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [change: Partial<BoardItem>] }>();
const draft = useDraft();
const chosen = ref<string | null>(null);
watch(
  () => props.board.id,
  () => (chosen.value = null),
);

const called = ({ of }: BoardField) => fieldKindOf(of).called(of, draft.setup?.doc.site ?? reader);
const shows = ({ row, entry, search, filter }: BoardField) =>
  [row && says.onRow, entry && says.onEntry, search && says.inSearch, filter && says.inFilter]
    .filter(Boolean)
    .join(', ');
const ids = computed(() => props.board.fields.map(({ id }) => id as string));
const placeOf = (id: string) => ids.value.indexOf(id);
const put = (id: string, field: BoardField) =>
  emit('change', { fields: props.board.fields.map((one) => (one.id === id ? field : one)) });
function add(): void {
  const field = freshField(says.newField, ids.value);
  emit('change', { fields: [...props.board.fields, field] });
  chosen.value = field.id;
}
const order = (to: readonly string[]) =>
  emit('change', { fields: to.map((id) => props.board.fields.find((one) => one.id === id)!) });
</script>

<template>
  <div>
    <div class="editor__row-head board-cols">
      <span>{{ says.colField }}</span><span>{{ says.colKind }}</span
      ><span>{{ says.colMust }}</span
      ><span>{{ says.colShown }}</span>
    </div>
    <KitOrder :items="board.fields" :name-of="({ label }) => label" :label="says.tabFields" @order="order">
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
            <span class="quiet">{{ shows(field) }}</span>
          </template>
          <BoardFieldEditor
            :field="field"
            :named="field.id === board.named"
            :fault-at="(at) => faultAt(`fields.${placeOf(field.id)}.${at}`)"
            @change="put(field.id, $event)"
            @done="chosen = null"
            @take-out="emit('change', { fields: board.fields.filter(({ id }) => id !== field.id) })"
          />
        </KitRow>
      </template>
    </KitOrder>
    <p class="editor__acts">
      <KitButton @click="add">{{ says.addField }}</KitButton>
    </p>
  </div>
</template>
