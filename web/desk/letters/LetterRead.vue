<script setup lang="ts">
/** A letter as whoever the viewpoint looks as reads it, in a mailbox or as plain text, and a test of it to oneself. */
import { useQuery } from '@pinia/colada';
import { computed, ref, watch } from 'vue';
import type { SightView } from '../../../contract';
import KitButton from '../../kit/KitButton.vue';
import KitTabs from '../../kit/KitTabs.vue';
import { calls, troubleOf } from '../base/calls';
import { reader } from '../base/reader';
import { useSending } from '../base/sending';
import { useDraft } from '../setup/draft.store';
import { useSight } from '../viewpoint/sight.query';
import { useViewpoint } from '../viewpoint/viewpoint.store';
import { lettersSay } from './letters.sentences';

const says = lettersSay(reader);
const props = defineProps<{ id: string }>();
const draft = useDraft();
const sight = useSight();
const viewpoint = useViewpoint();
const { busy, trouble, send } = useSending();

const who = computed(() => {
  const found = sight.data.value?.person;
  return found && found.id !== 'visitor' ? found.name : null;
});
const asked = computed(() => ({
  id: props.id as never,
  person: viewpoint.person as SightView['person']['id'] as never,
  ...(viewpoint.day ? { on: viewpoint.day } : {}),
}));
/** Changes whenever the letter, or the words that stand in every letter, have reached the server. */
const state = computed(() => `${draft.entry('message', props.id)?.version}.${draft.entry('site', 'site')?.version}`);
/** A letter that was just made is read once it has reached the server. */
const isKept = computed(() => (draft.entry('message', props.id)?.version ?? 0) > 0);
const letter = useQuery({
  key: () => ['letter', asked.value, state.value],
  query: () => calls.letters.read(asked.value),
  placeholderData: (before) => before,
  enabled: () => isKept.value,
});
const frame = computed(
  () =>
    `/viewpoint/letter/${props.id}/${viewpoint.person}${viewpoint.day ? `/${viewpoint.day}` : ''}?state=${state.value}`,
);
const faces = ['mailbox', 'plain'] as const;
const face = ref<(typeof faces)[number]>('mailbox');

const sent = ref<string | null>(null);
watch([state, asked], () => (sent.value = null));
async function test(): Promise<void> {
  const done = await send((context) => calls.letters.test(asked.value, context));
  sent.value = done?.says ?? null;
}
</script>

<template>
  <div class="letter__read">
    <h4>{{ says.asRead }}</h4>
    <p class="quiet">{{ who ? says.asReadBy({ name: who }) : says.asReadByNobody }}</p>
    <p v-if="letter.error.value" class="field__fault" role="alert">{{ troubleOf(letter.error.value).says }}</p>
    <template v-else-if="letter.data.value">
      <p>
        <b>{{ says.subjectIs({ subject: letter.data.value.subject }) }}</b>
      </p>
      <KitTabs v-model="face" :label="says.asRead" :tabs="faces" :title-of="(name) => says[name]">
        <template #mailbox>
          <iframe v-if="isKept" class="letter__frame" :src="frame" :title="says.asRead" sandbox=""></iframe>
        </template>
        <template #plain>
          <p class="letter__text">{{ letter.data.value.text }}</p>
        </template>
      </KitTabs>
    </template>
    <p v-else class="quiet" role="status">{{ says.reading }}</p>
    <KitButton small :disabled="busy || draft.saving || !isKept" @click="test">{{ says.sendTest }}</KitButton>
    <p role="status" :class="{ unseen: !sent }">{{ sent }}</p>
    <p v-if="trouble" class="field__fault" role="alert">{{ trouble.says }}</p>
  </div>
</template>

<style>
.letter__read {
  display: flex;
  flex-direction: column;
  align-items: stretch;
  gap: 6px;
  min-width: 0;
  padding: 0 0 0 16px;
  border-left: 1px solid var(--rule);
}
.letter__read > .kit-button {
  align-self: flex-start;
}
.letter__read h4 {
  margin: 0;
  font: 560 15px/20px var(--display);
}
.letter__frame {
  display: block;
  width: 100%;
  height: 420px;
  margin-top: 8px;
  border: 1px solid var(--rule);
  background: #fff;
}
.letter__text {
  margin-top: 8px;
  white-space: pre-line;
  overflow-wrap: anywhere;
}
</style>
