<script setup lang="ts">
/** Who replies to entries of a board, what they are asked, and the letter that tells of it. */
import { computed } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import type { BoardItem, BoardReply } from '../../../core/boards';
import { ruleOf, type Rule } from '../../../core/doors';
import KitField from '../../kit/fields/KitField.vue';
import { reader } from '../base/reader';
import DoorEditor from '../doors/DoorEditor.vue';
import { admittedOnly, asSet } from '../doors/uses';
import { useDoorCounts } from '../doors/door.query';
import LetterChoice from '../letters/LetterChoice.vue';
import { useDraft } from '../setup/draft.store';
import { freshField } from './begin';
import BoardFields from './BoardFields.vue';
import { deskBoardsSay } from './boards.sentences';

const says = deskBoardsSay(reader);
const props = defineProps<{ board: BoardItem; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [change: Partial<BoardItem>]; write: [letter: string] }>();
const draft = useDraft();
const set = (change: Partial<BoardReply>) => emit('change', { reply: { ...props.board.reply!, ...change } });
/** What states do to replies goes with them. */
function toggle(on: boolean): void {
  if (on) {
    const first = {
      ...freshField(says.firstReply, []),
      of: { kind: 'longText', longest: 2000 } as const,
      required: true,
    };
    return emit('change', { reply: { door: { rule: admittedOnly }, label: says.firstReplyLabel, fields: [first] } });
  }
  emit('change', {
    reply: undefined,
    states: props.board.states.map((state) =>
      state.then.is === 'noReplies' ? { ...state, then: { is: 'goesOn' } } : state,
    ),
  });
}
const rule = computed((): Rule =>
  draft.setup && props.board.reply ? asSet(ruleOf(props.board.reply.door, draft.setup)) : { all: [] },
);
const counts = useDoorCounts(() => rule.value);
</script>

<template>
  <div class="fieldset">
    <VCheckbox
      class="kit-tick"
      :label="says.takesReplies"
      :model-value="Boolean(board.reply)"
      @update:model-value="toggle($event === true)"
    />
    <p class="field__help">{{ says.repliesHelp }}</p>
    <template v-if="board.reply && draft.setup">
      <BoardFields
        :fields="board.reply.fields"
        :fault-at="(at) => faultAt(`reply.${at}`)"
        @change="set({ fields: $event })"
      />
      <DoorEditor
        id="board-reply"
        :title="says.replyDoor"
        :use="board.reply.door"
        :setup="draft.setup"
        :counts="counts"
        :fault="faultAt('reply.door')"
        @change="set({ door: $event })"
      />
      <div class="fieldset__two">
        <KitField
          id="board-reply-label"
          :model-value="board.reply.label"
          :label="says.replyLabel"
          :fault="faultAt('reply.label')"
          @update:model-value="set({ label: $event })"
        />
        <LetterChoice
          :model-value="board.reply.letter"
          optional
          :label="says.replyLetter"
          @update:model-value="set({ letter: $event })"
          @write="emit('write', $event)"
        />
      </div>
    </template>
  </div>
</template>
