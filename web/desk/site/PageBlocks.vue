<script setup lang="ts">
/** The blocks of a page in order, each with who sees it; the chosen one is written in its place. */
import { computed, nextTick, ref } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import type { FileView } from '../../../contract';
import type { BlockId, LevelId } from '../../../core/kernel';
import { chipNames } from '../../../core/messages';
import type { Block, PageItem } from '../../../core/pages';
import { idFrom, type Setup } from '../../../core/setup';
import KitButton from '../../kit/KitButton.vue';
import KitOrder from '../../kit/KitOrder.vue';
import MenuButton from '../../kit/MenuButton.vue';
import DoorMark from '../doors/DoorMark.vue';
import { opensTo } from '../doors/uses';
import FilePicker from '../files/FilePicker.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import BlockFields from './blocks/BlockFields.vue';
import { agreedBy } from './blocks/directory';
import { blockFields, blockNames, broughtBlock, freshBlock, isBrought, type BroughtKind } from './blocks/fields';
import { deskSiteSays } from './site.sentences';
import { seenBy, wordsOfBlock } from './words';

const says = deskSiteSays(reader);
const props = defineProps<{ page: PageItem; setup: Setup; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [blocks: Block[]] }>();
const open = defineModel<string | null>('open', { required: true });
const draft = useDraft();

const names = computed(() => chipNames(props.setup));
const put = (block: Block) =>
  emit(
    'change',
    props.page.blocks.map((one) => (one.id === block.id ? block : one)),
  );
const order = (ids: readonly string[]) =>
  emit(
    'change',
    ids.flatMap((id) => props.page.blocks.find((one) => one.id === id) ?? []),
  );
function added(block: Omit<Block, 'id'>, behind: string | null): void {
  const id = idFrom(
    block.kind.toLowerCase(),
    props.page.blocks.map((one) => one.id),
    'block',
  ) as BlockId;
  const made = { ...block, id } as Block;
  const at = props.page.blocks.findIndex((one) => one.id === behind);
  const blocks = [...props.page.blocks];
  blocks.splice(at < 0 ? blocks.length : at + 1, 0, made);
  emit('change', blocks);
  open.value = id;
  void nextTick(() => document.getElementById(`block-${id}`)?.focus());
}
const add = (block: object) => added({ ...block, outsideToo: false, aside: false } as Omit<Block, 'id'>, open.value);
/** What is chosen first, for the block that will show it. */
const bringing = ref<BroughtKind | null>(null);
function brought(file: FileView): void {
  const block = bringing.value && broughtBlock(bringing.value, file);
  bringing.value = null;
  if (block) add(block);
}
const kinds = computed(() => {
  const { site, levels } = props.setup.doc;
  const agreed = agreedBy(props.setup)[0]?.value ?? '';
  const ids = levels.filter(({ retired }) => !retired).map(({ id }) => id as LevelId);
  return (Object.keys(blockNames) as Block['kind'][])
    .filter((kind) => (kind !== 'levels' || ids.length > 0) && (kind !== 'directory' || agreed !== ''))
    .map((kind) => ({
      title: blockNames[kind],
      act: () => {
        if (isBrought(kind)) bringing.value = kind;
        else add(freshBlock(kind, site.home, ids, agreed));
      },
    }));
});
function copy(block: Block): void {
  added(JSON.parse(JSON.stringify(block)) as Block, block.id);
}
function takeOut(id: string): void {
  emit(
    'change',
    props.page.blocks.filter((one) => one.id !== id),
  );
  open.value = null;
}
const nameOf = (block: Block) =>
  says.theBlock({ kind: blockNames[block.kind], text: wordsOfBlock(block, props.setup).split('\n')[0]!.slice(0, 60) });
const at = (block: Block) => props.page.blocks.indexOf(block);
</script>

<template>
  <p v-if="page.blocks.length === 0" class="empty">{{ says.noBlocks }}</p>
  <div v-if="page.blocks.length" class="blocks">
    <KitOrder :items="page.blocks" :name-of="nameOf" :label="says.blocks" @order="order">
      <template #default="{ item: block }">
        <div class="block" :class="{ 'block--open': block.id === open }">
          <button
            :id="`block-${block.id}`"
            type="button"
            class="block__head"
            :aria-expanded="block.id === open"
            @click="open = open === block.id ? null : block.id"
          >
            <b>{{ blockNames[block.kind] }}</b>
            <span :class="{ block__own: block.door }"
              ><DoorMark
                :opens="
                  block.door ? opensTo(block.door, setup) : block.outsideToo ? 'everyone' : opensTo(page.door, setup)
                "
              />
              {{ seenBy(block, page, setup).says }}</span
            >
          </button>
          <p v-if="block.id !== open" class="block__words" :class="`block__words--${block.kind}`">
            {{ wordsOfBlock(block, setup) || says.emptyBlock }}
          </p>
          <div v-else class="block__panel">
            <p v-if="block.kind === 'card'" class="quiet">{{ says.cardSays }}</p>
            <BlockFields
              :id="`b-${block.id}`"
              :key="block.id"
              :fields="blockFields[block.kind]"
              :body="block"
              :names="names"
              :fault-at="(place) => faultAt(`blocks.${at(block)}.${place}`)"
              @change="put($event as unknown as Block)"
            />
            <VCheckbox
              class="kit-tick"
              :label="says.aside"
              :model-value="block.aside"
              @update:model-value="put({ ...block, aside: $event === true })"
            />
            <div class="fieldset__foot">
              <KitButton small kind="danger" @click="takeOut(block.id)">{{ says.takeOut }}</KitButton>
              <KitButton small @click="copy(block)">{{ says.duplicate }}</KitButton>
            </div>
          </div>
        </div>
      </template>
    </KitOrder>
  </div>
  <MenuButton :label="says.addBlock" :items="kinds" :disabled="draft.view === null">{{ says.addBlock }}</MenuButton>
  <FilePicker
    :model-value="bringing !== null"
    :pictures="bringing === 'picture'"
    @update:model-value="$event || (bringing = null)"
    @choose="brought"
  />
</template>

<style>
.blocks {
  margin-bottom: 12px;
  border: 1px solid var(--rule2);
  border-radius: 2px;
  background: var(--sheet);
}
.blocks .kit-order__row + .kit-order__row {
  border-top: 1px solid var(--rule);
}
.block {
  position: relative;
  min-width: 0;
  padding: 0 12px 8px 0;
}
.block--open {
  margin-left: -24px;
  padding-left: 24px;
  outline: 2px solid var(--ink);
  outline-offset: -1px;
}
.block__head {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0 10px;
  width: 100%;
  min-height: 34px;
  padding: 8px 0 4px;
  border: 0;
  background: none;
  color: var(--ink2);
  font: inherit;
  font-size: 13px;
  line-height: 18px;
  text-align: left;
  cursor: pointer;
}
.block__head:focus-visible {
  outline: 2px solid var(--focus);
  outline-offset: -2px;
}
.block__own {
  color: var(--ink);
  font-weight: 600;
}
/* A closed block opens wherever it is pressed, its words too. */
.block:not(.block--open) .block__head::after {
  content: '';
  position: absolute;
  inset: 0;
}
.block__words {
  display: -webkit-box;
  -webkit-line-clamp: 4;
  -webkit-box-orient: vertical;
  overflow: hidden;
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.block__words--heading,
.block__words--greeting {
  font: 560 17px/24px var(--display);
}
.block__panel {
  display: flex;
  flex-direction: column;
  gap: 10px;
  padding: 4px 0 6px;
}
</style>
