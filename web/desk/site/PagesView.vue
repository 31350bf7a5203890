<script setup lang="ts">
/** A page: its blocks in order, the door of what is chosen beside them, and what somebody sees of it on the mount. */
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { childrenOf, everyone, isCondition, ruleOf, type DoorUse } from '../../../core/doors';
import type { DoorList } from '../../../core/insight';
import type { PageId } from '../../../core/kernel';
import { ruleOfBlock, type Block, type PageItem } from '../../../core/pages';
import { idFrom } from '../../../core/setup';
import KitButton from '../../kit/KitButton.vue';
import KitFile from '../../kit/KitFile.vue';
import KitToggle from '../../kit/KitToggle.vue';
import MenuButton from '../../kit/MenuButton.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { partsOf, useDoorSight, useWhoGetsIn, type HungDoor } from '../doors/door.query';
import DoorEditor from '../doors/DoorEditor.vue';
import DoorWhy from '../doors/DoorWhy.vue';
import WhoGetsIn from '../doors/WhoGetsIn.vue';
import { asSet } from '../doors/uses';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import DraftMount from '../viewpoint/DraftMount.vue';
import { useItem } from '../setup/item';
import ItemFindings from '../setup/ItemFindings.vue';
import NewItem from '../setup/NewItem.vue';
import { useViewpoint } from '../viewpoint/viewpoint.store';
import BlockDoor from './BlockDoor.vue';
import { blockNames } from './blocks/fields';
import OutsideEditor from '../doors/OutsideEditor.vue';
import PageBlocks from './PageBlocks.vue';
import PageSettings from './PageSettings.vue';
import { deskSiteSays } from './site.sentences';
import { textOf } from '../base/textOf';

const says = deskSiteSays(reader);
const draft = useDraft();
const viewpoint = useViewpoint();
const route = useRoute();
const router = useRouter();
const naming = ref(false);
const settings = ref(false);
const open = ref<string | null>(null);
const width = ref<'wide' | 'phone'>('wide');
const list = ref<DoorList | null>(null);

const pages = computed(() => draft.ofKind('page').map(({ body }) => body));
const id = computed(() => {
  const asked = typeof route.query['page'] === 'string' ? route.query['page'] : null;
  return asked ?? (pages.value.find(({ id: one }) => one === draft.setup?.doc.site.home) ?? pages.value[0])?.id ?? null;
});
const { body, set, faultAt, faulty, findings } = useItem('page', () => id.value);
const page = computed(() => body.value as PageItem | null);
watch(id, () => ((open.value = null), (settings.value = false), (list.value = null)));
/** From a finding one comes to the very block it is about. */
watch(
  [() => route.hash, page],
  ([hash]) => {
    const at = Number(/^#blocks\.(\d+)/.exec(hash)?.[1] ?? -1);
    const block = page.value?.blocks[at];
    if (block) open.value = block.id;
    else if (/^#(title|address|description|heading)/.test(hash)) settings.value = true;
  },
  { immediate: true },
);

/** The page as it can be saved: what is counted and seen goes by that. */
const good = computed(() => (draft.entry('page', id.value ?? '')?.good ?? null) as PageItem | null);
const block = computed(() => page.value?.blocks.find((one) => one.id === open.value) ?? null);
const setBlocks = (blocks: readonly Block[]) => set({ blocks: [...blocks] });
const setBlock = (change: Partial<Block>) =>
  page.value &&
  setBlocks(page.value.blocks.map((one) => (one.id === open.value ? ({ ...one, ...change } as Block) : one)));

const hung = computed((): HungDoor => {
  const { setup } = draft;
  if (!setup || !good.value) return { rule: everyone, own: everyone };
  const whole = good.value;
  const one = whole.blocks.find((each) => each.id === open.value);
  const use: DoorUse = one?.door ?? whole.door;
  const own = ruleOf(use, setup);
  return {
    rule: one ? ruleOfBlock(whole, one, setup) : own,
    own: asSet(own),
    page: whole.id,
    ...(one ? { block: one.id } : {}),
  };
});
const who = useWhoGetsIn(
  () => hung.value,
  () => list.value,
);
const why = useDoorSight(() => hung.value);
/** How many meet each part, by what it says; what was counted before stays until the next has come. */
const counts = ref<ReadonlyMap<string, number>>(new Map());
watch(
  () => who.data.value,
  (found) => {
    if (!found) return;
    const known = new Map(counts.value);
    partsOf(hung.value.own).forEach((part, at) => {
      const count = found.parts[at];
      if (count !== undefined && found.parts.length === partsOf(hung.value.own).length)
        known.set(JSON.stringify(part), count);
    });
    counts.value = known;
  },
  { immediate: true },
);
const name = computed(() => why.data.value?.person.name ?? says.aVisitor);
watch(
  () => why.data.value?.sees,
  (sees) => (viewpoint.about = sees ?? null),
  { immediate: true },
);
onBeforeUnmount(() => (viewpoint.about = null));

function make(title: string): void {
  const taken = (of: 'id' | 'address') => pages.value.map((one) => one[of]);
  const made = idFrom(title, taken('id'), 'page') as PageId;
  const item = {
    id: made,
    address: idFrom(title, taken('address'), 'page'),
    title,
    description: '',
    door: { everyone: true },
    outside: { view: 'note', note: '' },
    blocks: [],
  };
  draft.edit('page', made, item);
  void router.push({ path: '/desk/site', query: { page: made } });
}
async function bringIn(file: File): Promise<void> {
  const { pageFromMarkdown } = await import('./markdown');
  if (!draft.setup) return;
  const item = pageFromMarkdown(await textOf(file), file.name.replace(/\.\w+$/, ''), draft.setup);
  draft.edit('page', item.id, item);
  void router.push({ path: '/desk/site', query: { page: item.id } });
}
const others = computed(() =>
  pages.value.map((one) => ({ title: one.title, to: `/desk/site?page=${one.id}`, note: `/${one.address}` })),
);
const address = computed(() => (draft.setup?.doc.site.home === id.value ? '/' : `/${good.value?.address ?? ''}`));
const isEmpty = (use: DoorUse) => 'rule' in use && !isCondition(use.rule) && childrenOf(use.rule).length === 0;
</script>

<template>
  <div class="editor editor--page">
    <section class="page-blocks" :aria-label="page?.title ?? says.pages">
      <div class="editor__head">
        <h2>{{ page?.title ?? says.pages }}</h2>
        <MenuButton v-if="pages.length > 1" :label="says.thePage" :items="others">{{ says.thePage }}</MenuButton>
        <KitButton v-if="page" :aria-expanded="settings" @click="settings = !settings">{{ says.settings }}</KitButton>
        <KitButton @click="naming = true">{{ says.newPage }}</KitButton>
        <KitFile accept=".md,.markdown,text/markdown" :label="says.markdownIn" @file="bringIn" />
      </div>
      <Trouble v-if="draft.loadTrouble" :error="draft.loadTrouble" @again="draft.load()" />
      <Waiting v-else-if="!draft.view" :rows="8" />
      <p v-else-if="!page" class="empty">{{ route.query['page'] ? says.noSuchPage : says.noPages }}</p>
      <template v-else-if="draft.setup">
        <p v-if="page.retired" class="quiet">
          {{ says.retired }}
          <KitButton kind="link" @click="set({ retired: undefined })">{{ says.bringBack }}</KitButton>
        </p>
        <ItemFindings :findings="findings" />
        <p v-if="faulty" class="field__fault" role="alert">{{ says.notSaved }}</p>
        <p v-if="draft.trouble" class="field__fault" role="alert">{{ draft.trouble.says }}</p>
        <PageSettings v-if="settings" :id="page.id" @done="settings = false" />
        <PageBlocks v-model:open="open" :page="page" :setup="draft.setup" :fault-at="faultAt" @change="setBlocks" />
      </template>
    </section>
    <section v-if="page && draft.setup" class="editor__work page-door">
      <template v-if="block">
        <header class="page-door__block">
          <b>{{ blockNames[block.kind] }}</b>
          <KitButton kind="link" @click="open = null">{{ says.backToPage }}</KitButton>
        </header>
        <BlockDoor :block="block" :page="page" @change="setBlock" />
      </template>
      <DoorEditor
        v-if="!block || block.door"
        :id="block ? `door-${block.id}` : 'door'"
        :title="block ? says.doorOfBlock : says.doorOfPage"
        :use="block?.door ?? page.door"
        :setup="draft.setup"
        :counts="counts"
        :fault="block ? faultAt('blocks') : faultAt('door')"
        @change="block ? setBlock({ door: $event }) : set({ door: $event })"
      />
      <OutsideEditor
        v-if="!block && (!('everyone' in page.door) || isEmpty(page.door))"
        :outside="page.outside"
        :page="page.id"
        :setup="draft.setup"
        :fault="faultAt('outside.note')"
        @change="set({ outside: $event })"
      />
      <WhoGetsIn
        v-model:list="list"
        :rule="viewpoint.day ? null : hung.rule"
        :data="who.data.value"
        :error="who.error.value"
        @again="who.refetch()"
      />
    </section>
    <DraftMount
      v-if="page && good"
      :title="says.showsAs({ name })"
      :note="says.inDraft"
      :link="says.fullPage"
      :person="viewpoint.person"
      :place="address"
      :mark="open && `b-${open}`"
      :width="width === 'phone' ? 390 : undefined"
    >
      <template #before>
        <DoorWhy :data="why.data.value" :error="why.error.value" @again="why.refetch()" />
      </template>
      <template #head>
        <KitToggle v-model="width" :label="says.width" :choices="['wide', 'phone'] as const">
          <template #default="{ choice }">{{ says[choice] }}</template>
        </KitToggle>
      </template>
    </DraftMount>
    <NewItem v-model="naming" :title="says.newPage" :label="says.pageName" :action="says.makePage" @make="make" />
  </div>
</template>

<style src="../joining/editor.css"></style>
<style>
.editor.editor--page {
  grid-template-columns: 404px minmax(0, 476px) minmax(360px, 1fr);
}
.page-blocks {
  min-width: 0;
  min-height: 0;
  padding: 14px 20px 64px 24px;
  border-right: 1px solid var(--rule);
  overflow: auto;
}
.page-blocks .editor__head h2 {
  flex: 1 0 100%;
}
.page-door {
  background: var(--sheet);
}
.page-door__block {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--ink);
}
.block-door {
  padding: 8px 0 12px;
}
@media (max-width: 1000px) {
  .page-blocks {
    padding: 14px 16px 24px;
    overflow: visible;
    border-right: 0;
  }
}
</style>
