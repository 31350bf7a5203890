<script setup lang="ts">
/** What those see whom a door shuts out. */
import { computed } from 'vue';
import { VRadio } from 'vuetify/components/VRadio';
import { VRadioGroup } from 'vuetify/components/VRadioGroup';
import type { PageId } from '../../../core/kernel';
import { chipNames } from '../../../core/messages';
import { outsideParts, type OutsideView } from '../../../core/doors';
import type { Setup } from '../../../core/setup';
import KitChoice from '../../kit/fields/KitChoice.vue';
import WordsField from '../letters/WordsField.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { doorsSay } from './doors.sentences';

const says = doorsSay(reader);
const props = defineProps<{
  outside: OutsideView;
  setup: Setup;
  /** The page whose door it is, which can be led to by no view of its own; blocks of it may stand outside. */
  page?: string | undefined;
  fault: string | null;
}>();
const emit = defineEmits<{ change: [outside: OutsideView] }>();
const draft = useDraft();
const names = computed(() => chipNames(props.setup));
const others = computed(() => draft.offered('page').filter(({ value }) => value !== props.page));
/** What was written stays where the next view has words too. */
function choose(view: OutsideView['view'] | null): void {
  const { note } = outsideParts(props.outside);
  if (view === 'nothing') emit('change', { view });
  else if (view === 'note' || view === 'openBlocks') emit('change', { view, note });
  else if (view === 'otherPage') emit('change', { view, page: others.value[0]!.value as PageId });
}
</script>

<template>
  <section class="outside" :aria-label="says.outsideView">
    <h3 class="outside__head">{{ says.outsideView }}</h3>
    <VRadioGroup
      class="kit-tick"
      inline
      :aria-label="says.outsideView"
      :model-value="outside.view"
      @update:model-value="choose"
    >
      <VRadio :label="says.seeNothing" value="nothing" />
      <VRadio v-if="page" :label="says.seeBlocks" value="openBlocks" />
      <VRadio :label="says.seeNote" value="note" />
      <VRadio v-if="others.length" :label="says.seeOther" value="otherPage" />
    </VRadioGroup>
    <WordsField
      v-if="outside.view === 'note' || outside.view === 'openBlocks'"
      id="outside-note"
      :words="outside.note"
      :label="says.note"
      :names="names"
      :fault="fault"
      @change="emit('change', { ...outside, note: $event } as OutsideView)"
    />
    <KitChoice
      v-else-if="outside.view === 'otherPage'"
      :model-value="outside.page"
      :label="says.otherPage"
      :items="others"
      @update:model-value="emit('change', { view: 'otherPage', page: $event as PageId })"
    />
  </section>
</template>

<style>
.outside {
  margin-top: 20px;
}
.outside__head {
  margin-bottom: 6px;
  padding-bottom: 4px;
  border-bottom: 1px solid var(--ink);
}
</style>
