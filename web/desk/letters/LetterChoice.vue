<script setup lang="ts">
/** Which letter is sent, with a way to write it there and then. */
import { computed } from 'vue';
import type { MessageId } from '../../../core/kernel';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitButton from '../../kit/KitButton.vue';
import { lettersSay } from './letters.sentences';
import { reader } from '../base/reader';
import { duplicate } from '../setup/copy';
import { useDraft } from '../setup/draft.store';

const says = lettersSay(reader);
const props = defineProps<{
  label: string;
  /** Whether none may be sent. */
  optional?: boolean;
}>();
const emit = defineEmits<{ write: [letter: string] }>();
const letter = defineModel<MessageId | undefined>({ required: true });
const NONE = '';
const draft = useDraft();
const letters = computed(() => [
  ...(props.optional ? [{ title: says.noLetter, value: NONE }] : []),
  ...draft.ofKind('message').map(({ id, body }) => ({
    title: body['off'] === true ? says.isOff({ title: String(body['title']) }) : String(body['title']),
    value: id,
  })),
]);
/** A letter of its own for this place, that begins as the one chosen. */
function useCopy(): void {
  const copy = letter.value && duplicate('message', letter.value);
  if (!copy) return;
  letter.value = copy as MessageId;
  emit('write', copy);
}
</script>

<template>
  <div class="letter-choice">
    <KitChoice
      :model-value="letter ?? NONE"
      :label="label"
      :items="letters"
      @update:model-value="letter = $event === NONE ? undefined : ($event as MessageId)"
    />
    <KitButton v-if="letter" kind="link" :aria-label="says.copyNamed({ name: label })" @click="useCopy">{{
      says.copy
    }}</KitButton>
    <KitButton
      v-if="letter"
      kind="link"
      :aria-label="says.writeNamed({ name: label })"
      @click="emit('write', letter)"
      >{{ says.write }}</KitButton
    >
  </div>
</template>

<style>
.letter-choice > .kit-button + .kit-button {
  margin-left: 14px;
}
</style>
