<script setup lang="ts">
/** What a page is beside its blocks and its door: title, address, description, and whether it is still there. */
import { computed } from 'vue';
import { chipNames } from '../../../core/messages';
import { movedTo, type PageItem } from '../../../core/pages';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import PictureField from '../files/PictureField.vue';
import WordsField from '../letters/WordsField.vue';
import { handOver } from '../base/download';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import DuplicateItem from '../setup/DuplicateItem.vue';
import { useItem } from '../setup/item';
import { deskSiteSays } from './site.sentences';

const says = deskSiteSays(reader);
const props = defineProps<{ id: string }>();
defineEmits<{ done: [] }>();
const draft = useDraft();
const { body, set, faultAt } = useItem('page', () => props.id);
const page = computed(() => body.value as PageItem);
const names = computed(() => (draft.setup ? chipNames(draft.setup) : new Map()));
/** The page as people know it now. */
const live = computed(() => draft.live?.pages.get(props.id) ?? null);
const formerly = computed(() =>
  page.value.formerly?.length ? [says.formerlyHelp({ addresses: page.value.formerly.map((one) => `/${one}`) })] : [],
);
/** Loaded when somebody asks for it. */
async function takeOut(): Promise<void> {
  const { pageToMarkdown } = await import('./markdown');
  if (!draft.setup) return;
  const text = pageToMarkdown(page.value, draft.setup);
  handOver(new Blob([text], { type: 'text/markdown' }), `${page.value.address}.md`);
}
const isHome = computed(() => draft.setup?.doc.site.home === props.id);
</script>

<template>
  <div class="fieldset gate-panel">
    <KitField
      id="page-title"
      :model-value="page.title"
      :label="says.title"
      :fault="faultAt('title')"
      @update:model-value="set({ title: $event })"
    />
    <KitField
      id="page-address"
      :model-value="page.address"
      :label="says.address"
      :help="isHome ? says.isHome : [says.addressHelp({ address: `/${page.address}` }), ...formerly].join(' ')"
      :fault="faultAt('address')"
      @update:model-value="set(movedTo(page, $event, live))"
    />
    <WordsField
      id="page-heading"
      :words="page.heading ?? ''"
      :label="says.heading"
      :names="names"
      :fault="faultAt('heading')"
      @change="set({ heading: $event === '' || $event.length === 0 ? undefined : $event })"
    />
    <KitField
      id="page-description"
      kind="longText"
      :model-value="page.description"
      :label="says.description"
      :help="says.descriptionHelp"
      :fault="faultAt('description')"
      @update:model-value="set({ description: $event })"
    />
    <PictureField :label="says.sharing" optional :picture="page.picture" @change="set({ picture: $event })" />
    <div class="fieldset__foot">
      <span class="fieldset__end">
        <KitButton @click="$emit('done')">{{ says.done }}</KitButton>
        <DuplicateItem :id="id" kind="page" />
        <KitButton @click="takeOut">{{ says.markdownOut }}</KitButton>
      </span>
      <span class="fieldset__end">
        <KitButton kind="danger" @click="draft.remove('page', id)">{{ says.remove }}</KitButton>
        <KitButton v-if="!page.retired && !isHome" kind="danger" @click="set({ retired: true })">{{
          says.retire
        }}</KitButton>
      </span>
    </div>
  </div>
</template>
