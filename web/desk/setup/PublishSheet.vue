<script setup lang="ts">
/** Publishing: what changes, whom it moves, what the check-up says, a note; and what was live before. */
import { ref } from 'vue';
import { VDialog } from 'vuetify/components/VDialog';
import KitButton from '../../kit/KitButton.vue';
import KitTabs from '../../kit/KitTabs.vue';
import { reader } from '../base/reader';
import { useDraft } from './draft.store';
import HistoryPane from './HistoryPane.vue';
import PublishPane from './PublishPane.vue';
import { setupSays } from './setup.sentences';

const says = setupSays(reader);
const emit = defineEmits<{ close: [] }>();
const draft = useDraft();
const tab = ref<'draft' | 'history'>('draft');
const titles = {
  draft: () => says.revisionDraft({ number: (draft.view?.revision ?? 0) + 1 }),
  history: () => says.historyCount({ number: draft.view?.revision ?? 0 }),
};
</script>

<template>
  <VDialog
    :model-value="true"
    fullscreen
    content-class="publish-over"
    :transition="false"
    aria-labelledby="publish-title"
    @update:model-value="emit('close')"
  >
    <section class="publish">
      <header class="publish__head">
        <h2 id="publish-title">{{ says.publishTitle }}</h2>
        <KitButton @click="emit('close')">{{ says.close }} <kbd>Esc</kbd></KitButton>
      </header>
      <KitTabs
        v-model="tab"
        :label="says.publishTitle"
        :tabs="['draft', 'history']"
        :title-of="(name) => titles[name]()"
      >
        <template #draft><PublishPane @close="emit('close')" /></template>
        <template #history><HistoryPane v-if="tab === 'history'" @close="emit('close')" /></template>
      </KitTabs>
    </section>
  </VDialog>
</template>
