<script setup lang="ts">
/** Two who changed one item: both states side by side, and whose stays. */
import { computed } from 'vue';
import { VDialog } from 'vuetify/components/VDialog';
import { itemTitle, linesOf } from '../../../core/revisions';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import { useDraft, type Body } from './draft.store';
import { setupSays } from './setup.sentences';

const says = setupSays(reader);
const draft = useDraft();
const at = computed(() => draft.conflict);
const title = computed(() => (at.value && draft.setup ? itemTitle(at.value.kind, at.value.mine, draft.setup) : ''));

const lines = (body: Body | null) => (at.value && body && draft.setup ? linesOf(at.value.kind, body, draft.setup) : []);
/** What the two say differently, matter by matter. */
const rows = computed(() => {
  const [mine, theirs] = [lines(at.value?.mine ?? null), lines(at.value?.theirs ?? null)];
  const places = new Set([...mine, ...theirs].map((line) => line.at));
  return [...places].flatMap((place) => {
    const [one, other] = [mine, theirs].map((list) => list.find((line) => line.at === place));
    if (one?.says === other?.says) return [];
    return [{ at: place, label: (one ?? other)!.label, mine: one?.says ?? '–', theirs: other?.says ?? '–' }];
  });
});
</script>

<template>
  <VDialog :model-value="at !== null" persistent width="820" aria-labelledby="conflict-title">
    <section v-if="at" class="panel conflict">
      <h2 id="conflict-title">{{ says.conflictTitle({ title }) }}</h2>
      <p>{{ says.conflictSays({ says: at.says }) }}</p>
      <table class="conflict__table">
        <thead>
          <tr>
            <td />
            <th scope="col">{{ says.yours }}</th>
            <th scope="col">{{ says.theirs }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.at">
            <th scope="row">{{ row.label }}</th>
            <td>{{ row.mine }}</td>
            <td>{{ at.theirs ? row.theirs : says.theirsGone }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="rows.length === 0" class="empty">{{ says.sameLines }}</p>
      <div class="panel__foot">
        <KitButton @click="draft.settle('theirs')">{{ says.takeTheirs }}</KitButton>
        <KitButton kind="primary" @click="draft.settle('mine')">{{ says.keepMine }}</KitButton>
      </div>
    </section>
  </VDialog>
</template>
