<script setup lang="ts">
/** The look: three colours measured as they are typed, the pair of typefaces, the mark, and a live sample beside. */
import { computed, ref } from 'vue';
import type { SetupDocument } from '../../../core/setup';
import { typefaces, type Typefaces } from '../../../core/site';
import KitToggle from '../../kit/KitToggle.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import DraftMount from '../viewpoint/DraftMount.vue';
import { useLookedAs } from '../viewpoint/sight.query';
import { useViewpoint } from '../viewpoint/viewpoint.store';
import ColourRow from './ColourRow.vue';
import MarkEditor from './MarkEditor.vue';
import WordingEditor from './WordingEditor.vue';
import { deskSiteSays } from './site.sentences';

type Site = SetupDocument['site'];
const says = deskSiteSays(reader);
const draft = useDraft();
const viewpoint = useViewpoint();
const site = computed(() => draft.entry('site', 'site')?.body ?? null);
const width = ref<'wide' | 'phone'>('wide');
const set = (change: Partial<Site['look']>) => {
  if (!site.value) return;
  const look = { ...site.value.look, ...change };
  draft.edit('site', 'site', { ...site.value, look });
};
const setWording = (wording: Site['wording']) => draft.edit('site', 'site', { ...site.value, wording });
const name = useLookedAs();
const face = computed(() => site.value?.look.typefaces ?? 'bookPlain');
const setFace = (chosen: Typefaces) => set({ typefaces: chosen === 'bookPlain' ? undefined : chosen });
</script>

<template>
  <div class="editor editor--look">
    <section class="editor__work" :aria-label="says.look">
      <Trouble v-if="draft.loadTrouble" :error="draft.loadTrouble" @again="draft.load()" />
      <Waiting v-else-if="!site" :rows="6" />
      <template v-else>
        <p v-if="draft.trouble" class="field__fault" role="alert">{{ draft.trouble.says }}</p>
        <div class="section-head">
          <h2>{{ says.colours }}</h2>
          <span class="quiet">{{ says.measured }}</span>
        </div>
        <ColourRow
          v-for="which in ['accent', 'tint', 'paper'] as const"
          :key="which"
          :which="which"
          :look="site.look"
          @change="set({ [which]: $event })"
        />
        <div class="section-head look__head">
          <h2>{{ says.typefaces }}</h2>
          <span class="quiet">{{ says.servedHere }}</span>
        </div>
        <div class="faces" role="radiogroup" :aria-label="says.typefaces">
          <label v-for="one in typefaces" :key="one" class="face" :class="{ 'face--chosen': one === face }">
            <span class="face__head" :class="`face__head--${one}`">{{ says.sampleHead }}</span>
            <span class="face__text" :class="`face__text--${one}`">{{ says.sampleText }}</span>
            <span class="face__name"
              ><input type="radio" name="typefaces" :value="one" :checked="one === face" @change="setFace(one)" />
              {{ says[one] }}</span
            >
          </label>
        </div>
        <MarkEditor :mark="site.look.mark" :look="site.look" @change="set({ mark: $event })" />
        <WordingEditor :wording="site.wording ?? {}" @change="setWording" />
      </template>
    </section>
    <DraftMount
      v-if="site"
      :title="says.showsAs({ name })"
      :note="says.inDraft"
      :link="says.fullPage"
      :person="viewpoint.person"
      place="/"
      :width="width === 'phone' ? 390 : undefined"
    >
      <template #head>
        <KitToggle v-model="width" :label="says.width" :choices="['wide', 'phone'] as const">
          <template #default="{ choice }">{{ says[choice] }}</template>
        </KitToggle>
      </template>
    </DraftMount>
  </div>
</template>

<style src="../joining/editor.css"></style>
<style>
.editor.editor--look {
  grid-template-columns: minmax(0, 680px) minmax(400px, 1fr);
}
.look__head {
  margin-top: 22px;
}
.faces {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px;
  margin-top: 10px;
}
.face {
  display: block;
  padding: 10px 12px;
  border: 1px solid var(--rule2);
  border-radius: 3px;
  background: var(--sheet);
  cursor: pointer;
}
.face--chosen {
  outline: 2px solid var(--ink);
  outline-offset: -1px;
}
.face:has(:focus-visible) {
  outline: 2px solid var(--focus);
  outline-offset: 1px;
}
.face__head {
  display: block;
  font: 560 20px/26px var(--display);
}
.face__head--allPlain {
  font-family: var(--sans);
}
.face__text {
  display: block;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--rule);
}
.face__text--allBook {
  font-family: var(--display);
}
.face__name {
  display: flex;
  gap: 8px;
  align-items: center;
  padding-top: 6px;
  font-weight: 600;
}
.face__name input {
  width: 16px;
  height: 16px;
  accent-color: var(--ink);
}
</style>
