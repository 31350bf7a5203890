<script setup lang="ts">
/** The mount: the page being looked at, as the chosen person would see it, and why its door is open or shut. */
import { computed, watch } from 'vue';
import { VThemeProvider } from 'vuetify/components/VThemeProvider';
import KitButton from '../../kit/KitButton.vue';
import KitSelect from '../../kit/fields/KitSelect.vue';
import KitToggle from '../../kit/KitToggle.vue';
import { useNarrow } from '../../kit/narrow';
import { clipped } from '../../../core/kernel/words';
import { useEscape } from '../base/escape';
import DoorTrace from './DoorTrace.vue';
import { useDrafted, useSight } from './sight.query';
import { sides, useViewpoint } from './viewpoint.store';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { viewpointSays } from './viewpoint.sentences';

const says = viewpointSays(reader);

const viewpoint = useViewpoint();
const sight = useSight();
const draft = useDraft();
const drafted = useDrafted();
const data = computed(() => sight.data.value);
const name = computed(() =>
  data.value?.person.id === 'visitor' ? says.aVisitor : clipped(data.value?.person.name.split(' ')[0] ?? ''),
);
const pages = computed(() =>
  (data.value?.pages ?? []).map((page) => ({
    title: (page.open ? says.pageOpen : page.outside ? says.pageOutside : says.pageHidden)({ page: page.title }),
    value: page.href,
  })),
);
// A page that is only in the draft, or has gone since, cannot be looked at: the first one is.
watch(pages, ([first, ...rest]) => {
  if (first && ![first, ...rest].some(({ value }) => value === viewpoint.page)) viewpoint.page = first.value;
});
const looked = computed(() => data.value?.pages.find((page) => page.href === viewpoint.page));
/** A link inside the paper leads to another page: the chooser follows it. */
function follow(event: Event): void {
  const inside = (event.target as HTMLIFrameElement).contentWindow?.location.pathname ?? '';
  const page = inside.replace(/^\/viewpoint\/(draft\/)?[^/]+\/[^/]+/, '') || '/';
  if (page !== inside && pages.value.some((item) => item.value === page)) viewpoint.page = page;
}
const narrow = useNarrow();
useEscape(
  () => (viewpoint.open = false),
  () => !narrow.value,
);
const address = computed(() =>
  data.value
    ? `/viewpoint/${drafted.value ? 'draft/' : ''}${data.value.person.id}/${data.value.day}${viewpoint.page}`
    : undefined,
);
</script>

<template>
  <VThemeProvider theme="mount">
    <aside class="mount" :aria-label="says.whatSees({ name })">
      <header class="mount__head">
        <h2>{{ says.whatSees({ name }) }}</h2>
        <a v-if="address" class="linklike" :href="address" target="_blank" rel="noopener">{{ says.fullPage }}</a>
        <KitButton v-if="narrow" kind="link" @click="viewpoint.open = false">{{ says.close }}</KitButton>
      </header>
      <KitToggle
        v-if="draft.changes.length"
        v-slot="{ choice }"
        v-model="viewpoint.side"
        class="mount__side"
        :label="says.liveOrDraft"
        :choices="sides"
      >
        {{ says[choice] }}
      </KitToggle>
      <KitSelect v-model="viewpoint.page" class="mount__pick" :label="says.page" :items="pages" />
      <iframe
        v-if="address"
        :key="`${address} ${drafted}`"
        class="mount__paper"
        :src="address"
        sandbox="allow-same-origin"
        :title="says.pageAs({ name })"
        @load="follow"
      />
      <details v-if="looked" class="mount__why" :open="!looked.open">
        <summary>{{ looked.open ? says.whyIn({ name }) : says.whyOut({ name }) }}</summary>
        <DoorTrace :trace="looked.because" />
      </details>
    </aside>
  </VThemeProvider>
</template>
