<script setup lang="ts">
/** One letter: subject and parts with the reader's own words, and beside it how it is read. */
import { computed, nextTick, ref, watch } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import { chipNames, type MessageItem } from '../../../core/messages';
import { referencesOf } from '../../../core/setup';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import MenuButton from '../../kit/MenuButton.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { useItem } from '../setup/item';
import ItemFindings from '../setup/ItemFindings.vue';
import LetterRead from './LetterRead.vue';
import { lettersSay } from './letters.sentences';
import WordsField from './WordsField.vue';

const says = lettersSay(reader);
const props = defineProps<{ id: string; presses: number }>();
defineEmits<{ done: [] }>();
const draft = useDraft();
const { body, set, faultAt, findings } = useItem('message', () => props.id);
const letter = computed(() => body.value as MessageItem | null);
const head = ref<HTMLElement>();
watch(
  [() => props.id, () => props.presses],
  async () => {
    await nextTick();
    head.value?.scrollIntoView({ block: 'start' });
    head.value?.focus({ preventScroll: true });
  },
  { immediate: true },
);
const names = computed(() => (draft.setup ? chipNames(draft.setup) : new Map()));
type Part = MessageItem['parts'][number];
const setParts = (parts: readonly Part[]) => set({ parts: [...parts] });
const put = (at: number, part: Part) => setParts(letter.value!.parts.map((one, n) => (n === at ? part : one)));
const uses = computed(() =>
  draft.setup
    ? referencesOf(draft.setup.doc).filter(({ kind, id }) => kind === 'messages' && id === props.id).length
    : 0,
);
const additions = computed(() => [
  { title: says.addText, act: () => setParts([...letter.value!.parts, { part: 'text', words: '' }]) },
  { title: says.addButton, act: () => setParts([...letter.value!.parts, { part: 'button', label: says.addButton }]) },
  ...(letter.value?.parts.some(({ part }) => part === 'code')
    ? []
    : [{ title: says.addCode, act: () => setParts([...letter.value!.parts, { part: 'code' }]) }]),
]);
</script>

<template>
  <section v-if="letter" class="letter" :aria-label="says.letter({ title: letter.title })">
    <div class="section-head section-head--thin">
      <h3 ref="head" tabindex="-1">{{ says.letter({ title: letter.title }) }}</h3>
      <span class="section-head__note quiet">{{ says.usedAlso({ count: uses }) }}</span>
    </div>
    <ItemFindings :findings="findings" />
    <div class="letter__cols">
      <div class="fieldset">
        <KitField
          id="letter-title"
          :model-value="letter.title"
          :label="says.title"
          :fault="faultAt('title')"
          @update:model-value="set({ title: $event })"
        />
        <VCheckbox
          class="kit-tick"
          :label="says.isSent"
          :messages="letter.off ? [says.offHelp] : []"
          :model-value="letter.off !== true"
          @update:model-value="set({ off: $event ? undefined : true })"
        />
        <WordsField
          id="letter-subject"
          :key="`${id}-subject`"
          :label="says.subject"
          :words="letter.subject"
          :names="names"
          :fault="faultAt('subject')"
          @change="set({ subject: $event })"
        />
        <div v-for="(part, at) in letter.parts" :key="`${id}-${at}-${part.part}`" class="letter__part">
          <WordsField
            v-if="part.part === 'text'"
            :id="`letter-part-${at}`"
            long
            :label="says.text"
            :words="part.words"
            :names="names"
            :fault="faultAt(`parts.${at}.words`)"
            @change="put(at, { part: 'text', words: $event })"
          />
          <p v-else-if="part.part === 'code'" class="quiet">{{ says.code }}</p>
          <KitField
            v-else
            :id="`letter-part-${at}`"
            :model-value="part.label"
            :label="says.button"
            :fault="faultAt(`parts.${at}.label`)"
            @update:model-value="put(at, { part: 'button', label: $event })"
          />
          <KitButton
            v-if="letter.parts.length > 1"
            kind="link"
            @click="setParts(letter.parts.filter((_, n) => n !== at))"
            >{{ says.takeOut }}</KitButton
          >
        </div>
        <p class="quiet">{{ says.wordHelp({ example: '{first name|there}' }) }}</p>
        <div class="fieldset__foot">
          <MenuButton :label="says.addPart" :items="additions">{{ says.addPart }}</MenuButton>
          <KitButton @click="$emit('done')">{{ says.done }}</KitButton>
        </div>
      </div>
      <LetterRead :id="id" />
    </div>
  </section>
</template>

<style>
.letter {
  margin-top: 14px;
  padding: 14px 16px 16px;
  border: 1px solid var(--rule2);
  border-radius: 3px;
  background: var(--sheet);
}
.letter__cols {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 340px);
  gap: 24px;
  margin-top: 10px;
}
.letter__part {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 4px;
  padding-bottom: 10px;
  border-bottom: 1px solid var(--rule);
}
.letter__part > .words,
.letter__part > .field {
  width: 100%;
}
@media (max-width: 1000px) {
  .letter__cols {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
