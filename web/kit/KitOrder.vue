<script setup lang="ts" generic="Item extends { readonly id: string }">
/**
 * A list whose order is part of it: by dragging a row's handle, or with the handle in focus by Alt and an arrow. Where a
 * row has come to is said aloud.
 */
import { nextTick, ref } from 'vue';
import { VueDraggable } from 'vue-draggable-plus';
import { useReader } from './reader';
import { kitSays } from './kit.sentences';

const says = kitSays(useReader());
const props = defineProps<{
  items: readonly Item[];
  nameOf: (item: Item) => string;
  label: string;
  /** What a row is drawn by, beside its place; where a long list says it, only the rows that changed are drawn anew. */
  by?: (item: Item) => readonly unknown[];
}>();
const emit = defineEmits<{ order: [ids: string[]] }>();
defineSlots<{ default(slot: { item: Item }): unknown }>();
const said = ref('');
const ids = () => props.items.map(({ id }) => id);

function move(id: string, by: number): void {
  const order = ids();
  const from = order.indexOf(id);
  const to = Math.max(0, Math.min(order.length - 1, from + by));
  if (to === from) return;
  order.splice(to, 0, ...order.splice(from, 1));
  emit('order', order);
  const item = props.items[from]!;
  said.value = says.movedTo({ name: props.nameOf(item), place: to + 1, count: order.length });
  void nextTick(() => document.getElementById(`handle-${id}`)?.focus());
}
</script>

<template>
  <VueDraggable
    tag="ul"
    class="kit-order"
    :aria-label="label"
    :model-value="[...items] as Item[]"
    handle=".kit-order__handle"
    :animation="120"
    @update:model-value="
      emit(
        'order',
        ($event as Item[]).map(({ id }) => id),
      )
    "
  >
    <li v-for="(item, at) in items" :key="item.id" v-memo="by ? [at, ...by(item)] : [{}]" class="kit-order__row">
      <button
        :id="`handle-${item.id}`"
        type="button"
        class="kit-order__handle"
        :aria-label="says.move({ name: nameOf(item) })"
        :title="says.moveHow"
        @keydown.alt.up.prevent="move(item.id, -1)"
        @keydown.alt.down.prevent="move(item.id, 1)"
      >
        <svg width="10" height="14" viewBox="0 0 10 14" aria-hidden="true">
          <path d="M1 2h2v2H1zM7 2h2v2H7zM1 6h2v2H1zM7 6h2v2H7zM1 10h2v2H1zM7 10h2v2H7z" />
        </svg>
      </button>
      <slot :item="item" />
    </li>
  </VueDraggable>
  <p class="unseen" role="status">{{ said }}</p>
</template>

<style>
.kit-order__row {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr);
  align-items: start;
}
.kit-order__handle {
  position: relative;
  z-index: 1;
  width: 24px;
  height: 34px;
  padding: 0;
  border: 0;
  background: none;
  color: rgb(var(--v-theme-secondary));
  line-height: 0;
  cursor: grab;
  touch-action: none;
}
.kit-order__handle:focus-visible {
  outline: 2px solid var(--focus);
  outline-offset: -2px;
}
.kit-order__handle path {
  fill: currentColor;
}
</style>
