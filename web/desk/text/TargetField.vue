<script setup lang="ts" generic="T extends MenuTarget">
/** Where something leads: a page, a form, a board, an address elsewhere, and what signing in is about where that is offered. */
import { computed, ref, watch } from 'vue';
import type { AnyFormId, BoardId, PageId } from '../../../core/kernel';
import { menuPlaces, type MenuTarget } from '../../../core/pages';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { textSays } from './text.sentences';

const says = textSays(reader);
const props = defineProps<{
  id: string;
  label?: string;
  to: T | undefined;
  /** Whether it may lead nowhere. */
  optional?: boolean;
  /** Whether signing in, the account and signing out are offered. */
  places?: boolean;
  fault?: string | null;
}>();
const emit = defineEmits<{ change: [to: T | undefined] }>();
const draft = useDraft();

const NOWHERE = '';
const ELSEWHERE = '*';
const keyOf = (to: MenuTarget | undefined): string => {
  if (!to) return NOWHERE;
  if ('page' in to) return `page ${to.page}`;
  if ('form' in to) return `form ${to.form}`;
  if ('board' in to) return `board ${to.board}`;
  return 'place' in to ? `place ${to.place}` : ELSEWHERE;
};
const items = computed(() => {
  const here = keyOf(props.to);
  const listed = [
    ...(props.optional ? [{ title: says.nowhere, value: NOWHERE }] : []),
    ...draft.offered('page').map(({ title, value }) => ({ title: says.toPage({ title }), value: `page ${value}` })),
    ...draft.offered('form').map(({ title, value }) => ({ title: says.toForm({ title }), value: `form ${value}` })),
    ...(props.places ? menuPlaces.map((place) => ({ title: says[place], value: `place ${place}` })) : []),
    ...draft.offered('board').map(({ title, value }) => ({ title: says.toBoard({ title }), value: `board ${value}` })),
    { title: says.elsewhere, value: ELSEWHERE },
  ];
  // What is retired or gone stays to be seen until another is chosen.
  return listed.some(({ value }) => value === here)
    ? listed
    : [{ title: here.replace(/^\w+ /, ''), value: here }, ...listed];
});
const address = ref('');
watch(
  () => props.to,
  (to) => {
    if (to && 'address' in to) address.value = to.address;
  },
  { immediate: true },
);
function choose(key: string): void {
  const [kind, id = ''] = key.split(' ');
  if (key === NOWHERE) return emit('change', undefined);
  if (key === ELSEWHERE) return emit('change', { address: address.value || 'https://' } as T);
  if (kind === 'page') return emit('change', { page: id as PageId } as T);
  if (kind === 'board') return emit('change', { board: id as BoardId } as T);
  emit('change', (kind === 'form' ? { form: id as AnyFormId } : { place: id }) as T);
}
function type(typed: string): void {
  address.value = typed;
  emit('change', { address: typed } as T);
}
</script>

<template>
  <div class="target">
    <KitChoice
      :model-value="keyOf(to)"
      :label="label ?? says.leadsTo"
      :items="items"
      :fault="to && 'address' in to ? null : (fault ?? null)"
      @update:model-value="choose"
    />
    <KitField
      v-if="to && 'address' in to"
      :id="`${id}-address`"
      :model-value="address"
      :label="says.theAddress"
      :fault="fault ?? null"
      @update:model-value="type"
    />
  </div>
</template>

<style>
.target {
  display: flex;
  flex-direction: column;
  gap: 8px;
}
</style>
