<script setup lang="ts">
/** Discount codes: what each takes off, for whom and when, and how often it has been used. */
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import type { LevelId } from '../../../core/kernel';
import { sayCode, type CodeItem } from '../../../core/money';
import { idFrom } from '../../../core/setup';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitTicks from '../../kit/fields/KitTicks.vue';
import KitButton from '../../kit/KitButton.vue';
import KitRow from '../../kit/KitRow.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { typedCount } from '../joining/counts';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { useItem } from '../setup/item';
import ItemFindings from '../setup/ItemFindings.vue';
import MoneyHands from '../setup/MoneyHands.vue';
import NewItem from '../setup/NewItem.vue';
import { deskLevelsSays } from './levels.sentences';
import MoneyField from './MoneyField.vue';

const says = deskLevelsSays(reader);
const draft = useDraft();
const route = useRoute();
const router = useRouter();
const naming = ref(false);
const codes = computed(() => draft.ofKind('code').map(({ body }) => body));
const chosen = computed(() => (typeof route.query['code'] === 'string' ? route.query['code'] : null));
const { body, set, faultAt, faulty, findings } = useItem('code', () => chosen.value);
const code = computed(() => body.value as CodeItem | null);
const site = computed(() => draft.setup?.doc.site ?? null);
const good = (id: string) => draft.setup?.codes.get(id) ?? null;
const saysOf = (id: string) => {
  const one = good(id);
  return one && site.value ? sayCode(one, site.value) : '';
};
const choose = (id: string) =>
  void router.push({ path: '/desk/levels/codes', query: id === chosen.value ? {} : { code: id } });
const levels = computed(() => (draft.setup?.doc.levels ?? []).map(({ id, title }) => ({ title, value: id })));
const forWhom = (one: CodeItem) =>
  one.levels ? one.levels.map((id) => draft.setup?.levels.get(id)?.title ?? id).join(', ') : says.everyLevel;
function make(title: string): void {
  const id = idFrom(
    title,
    codes.value.map((one) => one.id),
    'code',
  );
  const word =
    title
      .normalize('NFD')
      .toUpperCase()
      .replace(/[^A-Z0-9]/g, '')
      .slice(0, 20)
      .padEnd(3, '1') || 'CODE1';
  draft.edit('code', id, { id, title, word, off: { percent: 10 }, on: 'first' });
  choose(id);
}
const kinds = [
  { title: says.offPercent, value: 'percent' },
  { title: says.offAmount, value: 'amount' },
];
const times = [
  { title: says.onFirst, value: 'first' },
  { title: says.onEvery, value: 'every' },
];
const day = (text: string): string | undefined => (text === '' ? undefined : text);
</script>

<template>
  <div class="editor editor--one">
    <section class="editor__work" :aria-label="says.codes">
      <div class="editor__head">
        <MoneyHands plain>
          <KitButton @click="naming = true">{{ says.addCode }}</KitButton>
        </MoneyHands>
      </div>
      <Trouble v-if="draft.loadTrouble" :error="draft.loadTrouble" @again="draft.load()" />
      <Waiting v-else-if="!draft.view" :rows="4" />
      <p v-else-if="codes.length === 0" class="empty">{{ says.noCodes }}</p>
      <KitRow
        v-for="item in codes"
        v-else
        :key="item.id"
        :open="item.id === chosen"
        cols="code-cols"
        @toggle="choose(item.id)"
      >
        <template #line>
          <b class="row__name">{{ item.word }}</b>
          <span>{{ item.title }}</span>
          <span>{{ saysOf(item.id) }}</span>
          <span class="quiet">{{ item.retired ? says.codeRetired : forWhom(item) }}</span>
        </template>
        <MoneyHands v-if="code && site">
          <ItemFindings :findings="findings" />
          <p v-if="faulty" class="field__fault" role="alert">{{ says.notSaved }}</p>
          <div class="editor__fields">
            <KitField
              id="code-word"
              :model-value="code.word"
              :label="says.codeWord"
              :help="says.codeWordHelp"
              :fault="faultAt('word')"
              @update:model-value="set({ word: $event.toUpperCase() })"
            />
            <KitField
              id="code-title"
              :model-value="code.title"
              :label="says.codeTitle"
              :fault="faultAt('title')"
              @update:model-value="set({ title: $event })"
            />
            <KitChoice
              :model-value="'percent' in code.off ? 'percent' : 'amount'"
              :label="says.takesOff"
              :items="kinds"
              @update:model-value="
                set({ off: $event === 'percent' ? { percent: 10 } : ({ amount: 500 } as CodeItem['off']) })
              "
            />
            <KitField
              v-if="'percent' in code.off"
              id="code-percent"
              kind="number"
              :model-value="String(code.off.percent)"
              :label="says.percent"
              :fault="faultAt('off.percent') ?? faultAt('off')"
              @update:model-value="set({ off: { percent: typedCount($event) } })"
            />
            <MoneyField
              v-else
              id="code-amount"
              :model-value="code.off.amount"
              :label="says.amount({ currency: site.currency })"
              :currency="site.currency"
              :fault="faultAt('off.amount') ?? faultAt('off')"
              @update:model-value="set({ off: { amount: $event } as CodeItem['off'] })"
            />
            <KitChoice
              :model-value="code.on"
              :label="says.ofWhich"
              :items="times"
              @update:model-value="set({ on: $event as CodeItem['on'] })"
            />
            <KitField
              id="code-most"
              kind="number"
              :model-value="code.most === undefined ? '' : String(code.most)"
              :label="says.codeMost"
              :help="says.codeMostHelp"
              :fault="faultAt('most')"
              optional
              @update:model-value="set({ most: $event === '' ? undefined : typedCount($event) })"
            />
            <KitField
              id="code-from"
              kind="date"
              :model-value="code.from ?? ''"
              :label="says.codeFrom"
              :fault="faultAt('from')"
              optional
              @update:model-value="set({ from: day($event) })"
            />
            <KitField
              id="code-until"
              kind="date"
              :model-value="code.until ?? ''"
              :label="says.codeUntil"
              :fault="faultAt('until')"
              optional
              @update:model-value="set({ until: day($event) })"
            />
          </div>
          <KitTicks
            :model-value="code.levels ?? []"
            :label="says.codeLevels"
            :help="says.codeLevelsHelp"
            :items="levels"
            :fault="faultAt('levels')"
            @update:model-value="set({ levels: $event.length ? ([...$event] as LevelId[]) : undefined })"
          />
          <p class="editor__acts">
            <KitButton small @click="set({ retired: code.retired ? undefined : true })">{{
              code.retired ? says.codeOffer : says.codeRetire
            }}</KitButton>
            <KitButton small kind="danger" @click="draft.remove('code', code.id)">{{ says.codeRemove }}</KitButton>
          </p>
        </MoneyHands>
      </KitRow>
    </section>
    <NewItem v-model="naming" :title="says.addCode" :label="says.codeName" :action="says.makeCode" @make="make" />
  </div>
</template>

<style src="../joining/editor.css"></style>
<style>
.code-cols {
  display: grid;
  grid-template-columns: minmax(110px, 0.8fr) minmax(0, 1.4fr) minmax(0, 1.4fr) minmax(0, 1.2fr);
  gap: 12px;
  align-items: center;
}
@media (max-width: 640px) {
  .code-cols {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
}
</style>
