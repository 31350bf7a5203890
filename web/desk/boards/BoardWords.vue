<script setup lang="ts">
/** What a board is called, where it stands, and how its entries are called and led to. */
import { computed } from 'vue';
import type { BoardItem } from '../../../core/boards';
import { facetOf } from '../../../core/fields';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import { reader } from '../base/reader';
import { deskBoardsSay } from './boards.sentences';

const says = deskBoardsSay(reader);
const props = defineProps<{ board: BoardItem; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [change: Partial<BoardItem>] }>();
const texts = computed(() =>
  props.board.fields
    .filter(({ of, required, when }) => facetOf(of).is === 'text' && required && !when)
    .map(({ id, label }) => ({ title: label, value: String(id) })),
);
const addresses = computed(() => [
  { title: says.leadsEntry, value: '' },
  ...props.board.fields
    .filter(({ of }) => of.kind === 'webAddress')
    .map(({ id, label }) => ({ title: says.leadsAddress({ field: label }), value: String(id) })),
]);
const signed = [
  { title: says.signedEveryone, value: 'everyone' },
  { title: says.signedMembers, value: 'members' },
  { title: says.signedNobody, value: 'nobody' },
];
</script>

<template>
  <div class="fieldset">
    <div class="fieldset__two">
      <KitField
        id="board-title"
        :model-value="board.title"
        :label="says.title"
        :fault="faultAt('title')"
        @update:model-value="emit('change', { title: $event })"
      />
      <KitField
        id="board-address"
        :model-value="board.address"
        :label="says.address"
        :help="says.addressHelp({ address: `/boards/${board.address}` })"
        :fault="faultAt('address')"
        @update:model-value="emit('change', { address: $event })"
      />
    </div>
    <KitField
      id="board-intro"
      kind="longText"
      :model-value="typeof board.intro === 'string' ? board.intro : ''"
      :label="says.intro"
      optional
      :fault="faultAt('intro')"
      @update:model-value="emit('change', { intro: $event || undefined })"
    />
    <div class="fieldset__two">
      <KitField
        id="board-post"
        :model-value="board.postLabel"
        :label="says.postLabel"
        :fault="faultAt('postLabel')"
        @update:model-value="emit('change', { postLabel: $event })"
      />
      <KitChoice
        :model-value="board.signed"
        :label="says.signed"
        :items="signed"
        @update:model-value="emit('change', { signed: $event as BoardItem['signed'] })"
      />
      <KitChoice
        :model-value="board.named"
        :label="says.named"
        :items="texts"
        :fault="faultAt('named')"
        @update:model-value="emit('change', { named: $event as BoardItem['named'] })"
      />
      <KitChoice
        v-if="addresses.length > 1"
        :model-value="board.leadsTo ?? ''"
        :label="says.leadsTo"
        :items="addresses"
        :fault="faultAt('leadsTo')"
        @update:model-value="emit('change', { leadsTo: ($event || undefined) as BoardItem['leadsTo'] })"
      />
    </div>
  </div>
</template>
