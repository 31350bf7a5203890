<script setup lang="ts">
/** Boards, each set up as a whole: what entries hold, the states they go through, who reads, posts and looks after them. */
import { useQuery } from '@pinia/colada';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import type { BoardItem } from '../../../core/boards';
import { sayNumber } from '../../../core/kernel';
import { idFrom } from '../../../core/setup';
import KitButton from '../../kit/KitButton.vue';
import KitTabs from '../../kit/KitTabs.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { calls } from '../base/calls';
import { reader } from '../base/reader';
import LetterEditor from '../letters/LetterEditor.vue';
import { useWriting } from '../letters/writing';
import { useDraft } from '../setup/draft.store';
import DuplicateItem from '../setup/DuplicateItem.vue';
import { useItem } from '../setup/item';
import ItemFindings from '../setup/ItemFindings.vue';
import NewItem from '../setup/NewItem.vue';
import DraftMount from '../viewpoint/DraftMount.vue';
import { freshBoard } from './begin';
import BoardCategories from './BoardCategories.vue';
import BoardDoors from './BoardDoors.vue';
import BoardFields from './BoardFields.vue';
import BoardLetters from './BoardLetters.vue';
import BoardReplies from './BoardReplies.vue';
import BoardRules from './BoardRules.vue';
import BoardStates from './BoardStates.vue';
import BoardWords from './BoardWords.vue';
import { deskBoardsSay } from './boards.sentences';

const says = deskBoardsSay(reader);
const draft = useDraft();
const route = useRoute();
const router = useRouter();
const naming = ref(false);
const { writing, presses, write, done } = useWriting();

const boards = computed(() => draft.ofKind('board').map(({ body }) => body));
const id = computed(() => {
  const asked = typeof route.query['board'] === 'string' ? route.query['board'] : null;
  return asked ?? (boards.value.find(({ retired }) => !retired) ?? boards.value[0])?.id ?? null;
});
const { body, set, faultAt, faulty, findings } = useItem('board', () => id.value);
const board = computed(() => body.value as BoardItem | null);

const all = ['fields', 'categories', 'states', 'doors', 'replies', 'rules', 'words', 'letters'] as const;
type Tab = (typeof all)[number];
const tab = ref<Tab>('fields');
const titles: Record<Tab, string> = {
  fields: says.tabFields,
  categories: says.tabCategories,
  states: says.tabStates,
  doors: says.tabDoors,
  replies: says.tabReplies,
  rules: says.tabRules,
  words: says.tabWords,
  letters: says.tabLetters,
};
/** Where a finding leads, by the place it names. */
const tabOf: readonly (readonly [begin: string, tab: Tab])[] = [
  ['fields', 'fields'],
  ['named', 'words'],
  ['categories', 'categories'],
  ['states', 'states'],
  ['reply', 'replies'],
  ['read', 'doors'],
  ['post', 'doors'],
  ['keepers', 'doors'],
  ['most', 'rules'],
  ['letters', 'letters'],
  ['address', 'words'],
];
watch(
  () => route.hash,
  (hash) => {
    const found = tabOf.find(([begin]) => hash.slice(1).startsWith(begin));
    if (found) tab.value = found[1];
  },
  { immediate: true },
);

const counted = useQuery({ key: () => ['entries', 'boards'], query: () => calls.entries.list({}) });
function countsOf(board: string): string {
  const found = counted.data.value?.boards[board];
  if (!found || found.standing + found.waiting === 0) return says.countsNone;
  return says.counts({ standing: sayNumber(found.standing, reader), waiting: sayNumber(found.waiting, reader) });
}

function make(title: string): void {
  const made = idFrom(
    title,
    boards.value.map((one) => one.id),
    'board',
  );
  const address = idFrom(
    title,
    boards.value.map((one) => one.address),
    'board',
  );
  draft.edit(
    'board',
    made,
    freshBoard(made, title, address, {
      named: says.firstNamed,
      about: says.firstAbout,
      post: says.firstPost,
      open: says.firstOpen,
      ended: says.firstEnded,
    }),
  );
  tab.value = 'fields';
  void router.push({ path: '/desk/boards', query: { board: made } });
}
</script>

<template>
  <div class="editor editor--boards">
    <nav class="boards-list" :aria-label="says.boards">
      <RouterLink
        v-for="one in boards"
        :key="one.id"
        class="boards-list__one"
        :to="{ path: '/desk/boards', query: { board: one.id } }"
        :aria-current="one.id === id ? 'page' : undefined"
      >
        <b>{{ one.title }}</b>
        <span class="quiet">{{ countsOf(one.id) }}</span>
      </RouterLink>
      <KitButton @click="naming = true">{{ says.newBoard }}</KitButton>
    </nav>
    <section class="editor__work" :aria-label="board?.title ?? says.boards">
      <Trouble v-if="draft.loadTrouble" :error="draft.loadTrouble" @again="draft.load()" />
      <Waiting v-else-if="!draft.view" :rows="8" />
      <p v-else-if="!board" class="empty">{{ route.query['board'] ? says.noSuchBoard : says.noBoards }}</p>
      <template v-else>
        <div class="editor__head">
          <h2>{{ board.title }}</h2>
        </div>
        <p v-if="board.retired" class="quiet">
          {{ says.boardRetired }}
          <KitButton kind="link" @click="set({ retired: undefined })">{{ says.bringBack }}</KitButton>
        </p>
        <ItemFindings :findings="findings" />
        <p v-if="faulty" class="field__fault" role="alert">{{ says.notSaved }}</p>
        <p v-if="draft.trouble" class="field__fault" role="alert">{{ draft.trouble.says }}</p>
        <KitTabs
          :key="board.id"
          v-model="tab"
          :label="says.settingsOf({ board: board.title })"
          :tabs="all"
          :title-of="(name) => titles[name]"
        >
          <template #fields
            ><BoardFields
              :key="board.id"
              class="tab"
              :fields="board.fields"
              :named="board.named"
              :fault-at="(at) => faultAt(at)"
              @change="set({ fields: $event })"
          /></template>
          <template #categories
            ><BoardCategories class="tab" :board="board" :fault-at="faultAt" @change="set"
          /></template>
          <template #states
            ><BoardStates class="tab" :board="board" :fault-at="faultAt" @change="set" @write="write"
          /></template>
          <template #doors><BoardDoors class="tab" :board="board" :fault-at="faultAt" @change="set" /></template>
          <template #replies
            ><BoardReplies :key="board.id" class="tab" :board="board" :fault-at="faultAt" @change="set" @write="write"
          /></template>
          <template #rules><BoardRules class="tab" :board="board" :fault-at="faultAt" @change="set" /></template>
          <template #words><BoardWords class="tab" :board="board" :fault-at="faultAt" @change="set" /></template>
          <template #letters><BoardLetters class="tab" :board="board" @change="set" @write="write" /></template>
        </KitTabs>
        <LetterEditor v-if="writing" :id="writing" :presses="presses" @done="done" />
        <div class="fieldset__foot">
          <DuplicateItem :id="board.id" kind="board" />
          <span class="fieldset__end">
            <KitButton kind="danger" @click="draft.remove('board', board.id)">{{ says.remove }}</KitButton>
            <KitButton v-if="!board.retired" kind="danger" @click="set({ retired: true })">{{ says.retire }}</KitButton>
          </span>
        </div>
      </template>
    </section>
    <DraftMount
      v-if="board"
      :title="says.whatSees({ name: says.aVisitor })"
      :note="says.inDraft"
      :link="says.fullPage"
      person="visitor"
      :place="`/boards/${board.address}`"
    />
    <NewItem v-model="naming" :title="says.newBoard" :label="says.boardName" :action="says.makeBoard" @make="make" />
  </div>
</template>

<style src="../joining/editor.css"></style>
<style src="./boards.css"></style>
