<script setup lang="ts">
/** Which letter is sent, with a way to write it there and then. */
import { computed } from 'vue';
import type { MessageId } from '../../../core/kernel';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitButton from '../../kit/KitButton.vue';
import { lettersSay } from '../letters/letters.sentences';
import { reader } from '../base/reader';
import { duplicate } from '../setup/copy';
import { useDraft } from '../setup/draft.store';

const says = lettersSay(reader);
defineProps<{ label: string }>();
const emit = defineEmits<{ write: [letter: string] }>();
const letter = defineModel<MessageId>({ required: true });
const draft = useDraft();
const letters = computed(() =>
  draft.ofKind('message').map(({ id, body }) => ({
    title: body['off'] === true ? says.isOff({ title: String(body['title']) }) : String(body['title']),
    value: id,
  })),
);
/** A letter of its own for this place, that begins as the one chosen. */
function useCopy(): void {
  const copy = duplicate('message', letter.value);
  if (!copy) return;
  letter.value = copy as MessageId;
  emit('write', copy);
}
</script>

<template>
  <div class="letter-choice">
    <KitChoice
      :model-value="letter"
      :label="label"
      :items="letters"
      @update:model-value="letter = $event as MessageId"
    />
    <KitButton kind="link" :aria-label="says.copyNamed({ name: label })" @click="useCopy">{{ says.copy }}</KitButton>
    <KitButton kind="link" :aria-label="says.writeNamed({ name: label })" @click="emit('write', letter)">{{
      says.write
    }}</KitButton>
  </div>
</template>

<style>
.letter-choice > .kit-button + .kit-button {
  margin-left: 14px;
}
</style>
