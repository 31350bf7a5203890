<script setup lang="ts">
/**
 * The mount beside an editor: a place of the site as the draft makes it, through somebody's eyes. A change shows once it
 * is saved; the paper before stays until the new one is there, so that nothing flickers.
 */
import { computed, ref, watch } from 'vue';
import { VThemeProvider } from 'vuetify/components/VThemeProvider';
import { useViewpoint } from './viewpoint.store';
import { useDraft } from '../setup/draft.store';

const props = defineProps<{
  title: string;
  note: string;
  link: string;
  /** `visitor` or a member's id. */
  person: string;
  place: string;
  /** The part of it that is worked on, by its id: brought into view and framed. */
  mark?: string | null;
  /** The paper's width in pixels, where it is not all there is. */
  width?: number;
}>();
const emit = defineEmits<{ paper: [page: Document] }>();
const draft = useDraft();
const viewpoint = useViewpoint();
const day = computed(() => viewpoint.day ?? viewpoint.shown);
const address = computed(() => (day.value ? `/viewpoint/draft/${props.person}/${day.value}${props.place}` : null));
/** Changes with whatever is saved. */
const state = computed(() => (draft.saving || !draft.view ? null : JSON.stringify(draft.document)));
const papers = ref<{ key: number; src: string }[]>([]);
let number = 0;
watch(
  [address, state],
  ([to, now]) => {
    if (!to || now === null) return;
    papers.value = [...papers.value.slice(-1), { key: ++number, src: to }];
  },
  { immediate: true },
);
const frames = ref<HTMLIFrameElement[]>([]);

/** Scrolls within the paper alone: a fragment in its address would move the desk as well. */
function frame(paper: HTMLIFrameElement | undefined): void {
  const inside = paper?.contentDocument;
  if (!inside) return;
  inside.querySelectorAll<HTMLElement>('[data-marked]').forEach((old) => {
    old.style.outline = '';
    delete old.dataset['marked'];
  });
  const found = props.mark ? inside.getElementById(props.mark) : null;
  const field = found?.closest<HTMLElement>('.field') ?? found;
  if (!field) return;
  field.dataset['marked'] = '';
  field.style.outline = '2px solid #1b3936';
  field.style.outlineOffset = '6px';
  const { top, bottom } = field.getBoundingClientRect();
  const height = paper!.clientHeight;
  if (top < 0 || bottom > height) paper!.contentWindow?.scrollBy(0, top - height / 3);
}
/** The newest is there: those beneath it go. */
function came(key: number, event: Event): void {
  const paper = event.target as HTMLIFrameElement;
  const before = frames.value.find((one) => one !== paper && one.dataset['src'] === paper.dataset['src']);
  paper.contentWindow?.scrollTo(0, before?.contentWindow?.scrollY ?? 0);
  papers.value = papers.value.filter((one) => one.key >= key);
  if (paper.contentDocument) emit('paper', paper.contentDocument);
  frame(paper);
}
watch(
  () => props.mark,
  () => frame(frames.value.at(-1)),
);
</script>

<template>
  <VThemeProvider theme="mount">
    <aside class="mount-beside" :aria-label="title">
      <slot name="before" />
      <header class="mount-beside__head">
        <h2>{{ title }}</h2>
        <span class="mount-beside__note">{{ note }}</span>
        <slot name="head" />
        <a v-if="address" class="linklike" :href="address" target="_blank" rel="noopener">{{ link }}</a>
      </header>
      <div class="mount-beside__papers">
        <iframe
          v-for="paper in papers"
          :key="paper.key"
          ref="frames"
          :data-src="paper.src"
          class="mount-beside__paper"
          :style="width ? { width: `${width}px` } : undefined"
          :src="paper.src"
          sandbox="allow-same-origin"
          :title="title"
          @load="came(paper.key, $event)"
        />
      </div>
      <slot />
    </aside>
  </VThemeProvider>
</template>

<style>
.mount-beside {
  --focus: var(--quince);
  display: flex;
  flex-direction: column;
  gap: 10px;
  min-width: 0;
  min-height: 0;
  padding: 10px 24px 16px 20px;
  overflow: auto;
  background: var(--mount);
  color: var(--mountT);
}
.mount-beside__head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
}
.mount-beside__head > .kit-toggle {
  min-width: 150px;
}
.mount-beside__note {
  margin-right: auto;
  color: var(--mount2);
  font-size: 13.5px;
}
.mount-beside__papers {
  position: relative;
  flex: 1;
  min-height: 320px;
}
.mount-beside__paper {
  position: absolute;
  inset: 0;
  width: 100%;
  max-width: 100%;
  height: 100%;
  margin: 0 auto;
  border: 0;
  border-radius: 2px;
  background: #fff;
}
@media (max-width: 1000px) {
  .mount-beside {
    min-height: 480px;
  }
}
</style>
