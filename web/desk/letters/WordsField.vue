<script setup lang="ts">
/** Text with personal words. What cannot be read yet stays as it is typed, with a sentence that says why. */
import { computed, ref, watch } from 'vue';
import type { ChipName, Words } from '../../../core/kernel';
import { printWords, readWords, type ChipNames } from '../../../core/messages';
import KitField from '../../kit/fields/KitField.vue';
import MenuButton from '../../kit/MenuButton.vue';
import { reader } from '../base/reader';
import { lettersSay } from './letters.sentences';

const says = lettersSay(reader);
const props = defineProps<{
  id: string;
  label: string;
  words: Words;
  names: ChipNames;
  long?: boolean;
  /** What the button says that puts a chip in. */
  insert?: string;
  fault?: string | null;
}>();
const emit = defineEmits<{ change: [words: Words] }>();

const text = ref(printWords(props.words, props.names));
const read = computed(() => readWords(text.value, props.names));
// Somebody else's change, or an undo, shows; what is typed here is not written over by its own echo.
watch(
  () => props.words,
  (words) => {
    if (!read.value.ok || JSON.stringify(read.value.value) !== JSON.stringify(words))
      text.value = printWords(words, props.names);
  },
);
const wrong = computed(() => {
  if (read.value.ok) return props.fault ?? null;
  const { refusal } = read.value;
  return refusal.is === 'open' ? says.notClosed : says.noSuchWord({ name: refusal.name });
});
function type(typed: string): void {
  text.value = typed;
  if (read.value.ok) emit('change', read.value.value);
}
function put(chip: ChipName): void {
  const input = document.getElementById(props.id) as HTMLInputElement | HTMLTextAreaElement | null;
  const at = input?.selectionEnd ?? text.value.length;
  type(`${text.value.slice(0, at)}${printWords([{ chip, or: '' }], props.names)}${text.value.slice(at)}`);
  input?.focus();
}
const choices = computed(() => [...props.names].map(([chip, title]) => ({ title, act: () => put(chip) })));
</script>

<template>
  <div class="words">
    <KitField
      :id="id"
      :kind="long ? 'longText' : 'text'"
      :model-value="text"
      :label="label"
      :fault="wrong"
      @update:model-value="type"
    />
    <MenuButton small class="words__insert" :label="insert ?? says.insert" :items="choices">{{
      insert ?? says.insert
    }}</MenuButton>
  </div>
</template>

<style>
.words {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 6px;
}
.words > .field {
  width: 100%;
}
</style>
