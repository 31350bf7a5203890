<script setup lang="ts">
/** What a path is called, the letters it sends, where it leads, and when one may apply again. */
import { computed } from 'vue';
import type { PathItem } from '../../../core/joining';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { typedCount } from './counts';
import LetterChoice from '../letters/LetterChoice.vue';
import { joiningSays } from './joining.sentences';

const props = defineProps<{ path: PathItem; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [part: Partial<PathItem>]; write: [letter: string] }>();

const says = joiningSays(reader);
const draft = useDraft();
const pages = computed(() =>
  draft.ofKind('page').map(({ id: page, body: one }) => ({ title: String(one['title']), value: page })),
);
/** In days, whatever it was written in. */
const againText = computed(() => {
  const again = props.path.again;
  if (!again) return '';
  const days: Partial<Record<typeof again.unit, number>> = { days: 1, weeks: 7, months: 30, years: 365 };
  return typeof again.count === 'number'
    ? String(Math.round(again.count * (days[again.unit] ?? 1)))
    : String(again.count);
});
const landings = [
  ['admitted', says.letterAdmitted],
  ['declined', says.letterDeclined],
  ['outOfTime', says.letterOutOfTime],
  ['asked', says.letterAsked],
] as const;
</script>

<template>
  <section>
    <div class="section-head">
      <h2>{{ says.letters }}</h2>
    </div>
    <div class="fieldset__three path__letters">
      <KitField
        id="path-title"
        :model-value="path.title"
        :label="says.title"
        :fault="faultAt('title')"
        @update:model-value="emit('change', { title: $event })"
      />
      <LetterChoice
        v-for="[name, label] in landings"
        :key="name"
        :model-value="path[name]"
        :label="label"
        @update:model-value="emit('change', { [name]: $event })"
        @write="emit('write', $event)"
      />
      <KitChoice
        :model-value="path.landing"
        :label="says.landing"
        :items="pages"
        @update:model-value="emit('change', { landing: $event as PathItem['landing'] })"
      />
      <KitField
        id="path-again"
        kind="number"
        optional
        :model-value="againText"
        :label="says.again"
        :help="says.againHelp"
        :fault="faultAt('again.count')"
        @update:model-value="
          emit('change', { again: $event.trim() === '' ? undefined : { count: typedCount($event), unit: 'days' } })
        "
      />
    </div>
    <!-- The letter that is being written. -->
    <slot />
  </section>
</template>
