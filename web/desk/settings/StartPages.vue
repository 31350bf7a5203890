<script setup lang="ts">
/** Where those of a level or in a group begin after signing in: the first that fits and lets them in. */
import { computed } from 'vue';
import type { GroupId, LevelId, PageId } from '../../../core/kernel';
import type { SetupDocument } from '../../../core/setup';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { settingsSays } from './settings.sentences';

type Start = NonNullable<SetupDocument['site']['starts']>[number];
const says = settingsSays(reader);
const props = defineProps<{ starts: readonly Start[] }>();
const emit = defineEmits<{ change: [starts: Start[]] }>();
const draft = useDraft();

const whose = computed(() => [
  ...draft
    .offered('level')
    .map(({ title, value }) => ({ title: says.holders({ level: title }), value: `level ${value}` })),
  ...draft
    .offered('group')
    .map(({ title, value }) => ({ title: says.thoseIn({ group: title }), value: `group ${value}` })),
]);
const keyOf = (start: Start) => ('level' in start ? `level ${start.level}` : `group ${start.group}`);
function startOf(key: string, page: PageId): Start {
  const [kind, id = ''] = key.split(' ');
  return kind === 'level' ? { level: id as LevelId, page } : { group: id as GroupId, page };
}
const put = (at: number, start: Start) =>
  emit(
    'change',
    props.starts.map((one, n) => (n === at ? start : one)),
  );
function add(): void {
  const [first] = whose.value;
  const [page] = draft.offered('page');
  if (first && page) emit('change', [...props.starts, startOf(first.value, page.value as PageId)]);
}
</script>

<template>
  <section :aria-label="says.starts">
    <div class="section-head">
      <h2>{{ says.starts }}</h2>
      <KitButton v-if="whose.length && starts.length < 20" kind="link" class="section-head__note" @click="add">{{
        says.addStart
      }}</KitButton>
    </div>
    <p class="quiet">{{ starts.length ? says.startsHelp : says.noStarts }}</p>
    <div v-for="(start, at) in starts" :key="at" class="starts__one">
      <KitChoice
        :model-value="keyOf(start)"
        :label="says.startNumber({ number: at + 1 })"
        :items="whose"
        @update:model-value="put(at, startOf($event, start.page))"
      />
      <KitChoice
        :model-value="start.page"
        :label="says.beginsAt"
        :items="draft.offered('page')"
        @update:model-value="put(at, { ...start, page: $event as PageId })"
      />
      <KitButton
        kind="link"
        :aria-label="says.takeOutNamed({ name: says.startNumber({ number: at + 1 }) })"
        @click="
          emit(
            'change',
            starts.filter((_, n) => n !== at),
          )
        "
        >{{ says.takeOut }}</KitButton
      >
    </div>
  </section>
</template>

<style>
.starts__one {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr)) auto;
  gap: 12px 20px;
  align-items: end;
  padding: 6px 0;
}
.starts__one > .kit-button {
  padding-bottom: 7px;
}
@media (max-width: 600px) {
  .starts__one {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
