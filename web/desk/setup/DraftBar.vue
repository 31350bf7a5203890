<script setup lang="ts">
/** In the bar: how much the draft holds, undo and redo, publishing; and what comes between when two change one thing. */
import { useQueryCache } from '@pinia/colada';
import { onBeforeUnmount, onMounted, watch } from 'vue';
import { useHotkey } from 'vuetify';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import ConflictDialog from './ConflictDialog.vue';
import { useDraft } from './draft.store';
import PublishSheet from './PublishSheet.vue';
import { publishing } from './publishing';
import { setupSays } from './setup.sentences';

const says = setupSays(reader);
const draft = useDraft();

onMounted(() => void draft.load());
// What others do shows by itself: whatever makes the desk ask again makes it ask for the draft too.
const cache = useQueryCache();
let heard = Date.now();
const ear = setInterval(() => {
  const entry = cache.getEntries({ key: ['index'] })[0];
  if (!entry || entry.when <= heard) return;
  heard = entry.when;
  if (!draft.saving) void draft.load();
}, 1_000);
onBeforeUnmount(() => clearInterval(ear));

useHotkey('ctrl+shift+p', () => (publishing.value = true), { inputs: true });
/** Within a text the browser's own undo takes back letters. */
useHotkey('ctrl+z', () => draft.undo());
useHotkey('ctrl+shift+z', () => draft.redo());
watch(publishing, (now) => now && void draft.settled());
</script>

<template>
  <div class="draft">
    <p class="draft__says" role="status">
      <template v-if="draft.saving">{{ says.saving }}</template>
      <template v-else-if="draft.view">{{
        draft.changes.length ? says.changes({ count: draft.changes.length }) : says.noChanges
      }}</template>
    </p>
    <p class="draft__steps">
      <KitButton kind="link" :disabled="!draft.canUndo" :aria-label="says.undoChange" @click="draft.undo()">{{
        says.undo
      }}</KitButton>
      <KitButton kind="link" :disabled="!draft.canRedo" :aria-label="says.redoChange" @click="draft.redo()">{{
        says.redo
      }}</KitButton>
    </p>
  </div>
  <KitButton kind="primary" :disabled="!draft.view" @click="publishing = true">{{ says.publish }}</KitButton>
  <PublishSheet v-if="publishing" @close="publishing = false" />
  <ConflictDialog />
</template>

<style src="./setup.css"></style>
