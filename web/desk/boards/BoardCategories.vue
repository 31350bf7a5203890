<script setup lang="ts">
/** The categories of a board, in order, one level within another. */
import type { BoardItem, Category } from '../../../core/boards';
import type { CategoryId } from '../../../core/kernel';
import { idFrom } from '../../../core/setup';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import KitOrder from '../../kit/KitOrder.vue';
import { reader } from '../base/reader';
import { deskBoardsSay } from './boards.sentences';

const says = deskBoardsSay(reader);
const props = defineProps<{ board: BoardItem; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [change: Partial<BoardItem>] }>();
const put = (categories: readonly Category[]) => emit('change', { categories: [...categories] });
const change = (id: string, to: Partial<Category>) =>
  put(props.board.categories.map((one) => (one.id === id ? { ...one, ...to } : one)));
function add(): void {
  const id = idFrom(
    says.newCategory,
    props.board.categories.map((one) => one.id),
    'category',
  ) as CategoryId;
  put([...props.board.categories, { id, title: says.newCategory }]);
}
/** What stood within it stands by itself then. */
const takeOut = (id: string) =>
  put(
    props.board.categories
      .filter((one) => one.id !== id)
      .map((one) => (one.within === id ? { ...one, within: undefined } : one)),
  );
const outer = ({ id }: Category) => [
  { title: says.byItself, value: '' },
  ...(props.board.categories.some(({ within }) => within === id)
    ? []
    : props.board.categories
        .filter((one) => !one.within && one.id !== id)
        .map((one) => ({ title: one.title, value: String(one.id) }))),
];
const placeOf = (id: string) => props.board.categories.findIndex((one) => one.id === id);
</script>

<template>
  <div>
    <p v-if="board.categories.length === 0" class="quiet">{{ says.noCategories }}</p>
    <KitOrder
      :items="board.categories"
      :name-of="({ title }) => title"
      :label="says.tabCategories"
      @order="(ids) => put(ids.map((id) => board.categories.find((one) => one.id === id)!))"
    >
      <template #default="{ item: category }">
        <div class="board-category">
          <KitField
            :id="`category-${category.id}`"
            :model-value="category.title"
            :label="says.category"
            :fault="faultAt(`categories.${placeOf(category.id)}.title`)"
            @update:model-value="change(category.id, { title: $event })"
          />
          <KitChoice
            :model-value="category.within ?? ''"
            :label="says.within"
            :items="outer(category)"
            :fault="faultAt(`categories.${placeOf(category.id)}.within`)"
            @update:model-value="change(category.id, { within: ($event || undefined) as CategoryId | undefined })"
          />
          <span class="board-category__acts">
            <KitButton kind="link" @click="change(category.id, { retired: category.retired ? undefined : true })">{{
              category.retired ? says.offerAgain : says.offerNoMore
            }}</KitButton>
            <KitButton
              kind="link"
              :aria-label="says.takeOutNamed({ name: category.title })"
              @click="takeOut(category.id)"
              >{{ says.takeOut }}</KitButton
            >
          </span>
        </div>
      </template>
    </KitOrder>
    <p class="editor__acts">
      <KitButton @click="add">{{ says.addCategory }}</KitButton>
    </p>
  </div>
</template>
