<script setup lang="ts">
/** Who reads a board and who posts on it, what others see, who looks at entries first and looks after them. */
import { computed } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import { VRadio } from 'vuetify/components/VRadio';
import { VRadioGroup } from 'vuetify/components/VRadioGroup';
import type { BoardItem } from '../../../core/boards';
import { ruleOf, type Rule, type ShutView } from '../../../core/doors';
import type { GroupId } from '../../../core/kernel';
import KitChoice from '../../kit/fields/KitChoice.vue';
import { reader } from '../base/reader';
import DoorEditor from '../doors/DoorEditor.vue';
import { useDoorCounts } from '../doors/door.query';
import OutsideEditor from '../doors/OutsideEditor.vue';
import { asSet } from '../doors/uses';
import { useDraft } from '../setup/draft.store';
import { deskBoardsSay } from './boards.sentences';

const says = deskBoardsSay(reader);
const props = defineProps<{ board: BoardItem; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [change: Partial<BoardItem>] }>();
const draft = useDraft();

const ruleOfDoor = (door: 'read' | 'post'): Rule =>
  draft.setup ? asSet(ruleOf(props.board[door], draft.setup)) : { all: [] };
const counts = { read: useDoorCounts(() => ruleOfDoor('read')), post: useDoorCounts(() => ruleOfDoor('post')) };
const groups = computed(() => [{ title: says.keepersNone, value: '' }, ...draft.offered('group')]);
</script>

<template>
  <div v-if="draft.setup" class="fieldset">
    <DoorEditor
      id="board-read"
      :title="says.read"
      :use="board.read"
      :setup="draft.setup"
      :counts="counts.read.value"
      :fault="faultAt('read')"
      @change="emit('change', { read: $event })"
    />
    <OutsideEditor
      v-if="!('everyone' in board.read)"
      :outside="board.readOutside"
      :setup="draft.setup"
      :fault="faultAt('readOutside.note')"
      @change="emit('change', { readOutside: $event as ShutView })"
    />
    <DoorEditor
      id="board-post"
      :title="says.post"
      :use="board.post"
      :setup="draft.setup"
      :counts="counts.post.value"
      :fault="faultAt('post')"
      @change="emit('change', { post: $event })"
    />
    <p class="field__help">{{ says.admittedPost }}</p>
    <VRadioGroup
      class="kit-tick"
      :label="says.moderation"
      :model-value="board.moderation"
      :disabled="board.private"
      @update:model-value="emit('change', { moderation: $event as BoardItem['moderation'] })"
    >
      <VRadio :label="says.modBefore" value="before" />
      <VRadio :label="says.modAfter" value="after" />
    </VRadioGroup>
    <VCheckbox
      class="kit-tick"
      :label="says.private"
      :model-value="board.private"
      @update:model-value="
        emit('change', { private: $event === true, ...($event === true ? { moderation: 'after' } : {}) })
      "
    />
    <KitChoice
      :model-value="board.keepers ?? ''"
      :label="says.keepers"
      :items="groups"
      @update:model-value="emit('change', { keepers: ($event || undefined) as GroupId | undefined })"
    />
  </div>
</template>
