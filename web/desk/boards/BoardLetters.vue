<script setup lang="ts">
/** The letters a board sends, each written where it is set up. */
import { boardLetters, type BoardItem, type BoardLetter } from '../../../core/boards';
import type { MessageId } from '../../../core/kernel';
import { reader } from '../base/reader';
import LetterChoice from '../letters/LetterChoice.vue';
import { deskBoardsSay } from './boards.sentences';

const says = deskBoardsSay(reader);
const props = defineProps<{ board: BoardItem }>();
const emit = defineEmits<{ change: [change: Partial<BoardItem>]; write: [letter: string] }>();
function choose(name: BoardLetter, letter: MessageId | undefined): void {
  const { [name]: _, ...others } = props.board.letters;
  emit('change', { letters: letter ? { ...others, [name]: letter } : others });
}
</script>

<template>
  <div class="fieldset fieldset__two">
    <LetterChoice
      v-for="name in boardLetters"
      :key="name"
      :model-value="board.letters[name]"
      optional
      :label="says[`letter_${name}`]"
      @update:model-value="choose(name, $event)"
      @write="emit('write', $event)"
    />
  </div>
</template>
