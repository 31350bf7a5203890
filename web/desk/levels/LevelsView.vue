<script setup lang="ts">
/** Levels in order: who holds each, what it costs and opens; the chosen one's prices; and what it comes to. */
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { openedBy } from '../../../core/insight';
import { dayOf, listed, sayDate, sayNumber, type Instant, type LevelId } from '../../../core/kernel';
import { startOfDay } from '../../../core/kernel/calendar';
import { pricesOf, sayPrices, type LevelItem, type Price } from '../../../core/levels';
import { targetHref } from '../../../core/pages';
import { idFrom } from '../../../core/setup';
import KitField from '../../kit/fields/KitField.vue';
import KitTicks from '../../kit/fields/KitTicks.vue';
import KitButton from '../../kit/KitButton.vue';
import KitOrder from '../../kit/KitOrder.vue';
import KitRow from '../../kit/KitRow.vue';
import MenuButton from '../../kit/MenuButton.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import DraftMount from '../viewpoint/DraftMount.vue';
import { useItem } from '../setup/item';
import ItemFindings from '../setup/ItemFindings.vue';
import MoneyHands from '../setup/MoneyHands.vue';
import NewItem from '../setup/NewItem.vue';
import { useLookedAs } from '../viewpoint/sight.query';
import { useViewpoint } from '../viewpoint/viewpoint.store';
import { useCounted } from './counted';
import { deskLevelsSays } from './levels.sentences';
import PriceEditor from './PriceEditor.vue';
import PriceTable from './PriceTable.vue';
import { freshPrice, rateOf, rateText } from './prices';

const says = deskLevelsSays(reader);
const draft = useDraft();
const viewpoint = useViewpoint();
const route = useRoute();
const router = useRouter();
const naming = ref(false);
const openPrice = ref<string | null>(null);

const levels = computed(() => draft.ofKind('level').map(({ body }) => body));
const chosen = computed(() => (typeof route.query['level'] === 'string' ? route.query['level'] : null));
const { body, set, faultAt, faulty, findings } = useItem('level', () => chosen.value);
const level = computed(() => body.value as LevelItem | null);
/** The last state of it that can be one: what is reckoned goes by it. */
const good = computed(() => (draft.setup && chosen.value ? (draft.setup.levels.get(chosen.value) ?? null) : null));
const place = computed(() => draft.setup?.doc.site ?? null);
watch(chosen, () => (openPrice.value = null));
watch(
  [() => route.hash, level],
  ([hash]) => {
    const at = Number(/^#prices\.(\d+)/.exec(hash)?.[1] ?? -1);
    const found = level.value?.prices[at];
    if (found) openPrice.value = found.id;
  },
  { immediate: true },
);
const choose = (id: string) =>
  void router.push({ path: '/desk/levels', query: id === chosen.value ? {} : { level: id } });

const setPrices = (prices: readonly Price[]) => set({ prices: [...prices] });
const putPrice = (price: Price) => setPrices(level.value!.prices.map((one) => (one.id === price.id ? price : one)));
function addPrice(): void {
  const price = freshPrice(level.value!.prices);
  setPrices([...level.value!.prices, price]);
  openPrice.value = price.id;
}
function takeOutPrice(id: string): void {
  setPrices(level.value!.prices.filter((one) => one.id !== id));
  openPrice.value = null;
}

/** How many hold each, now. */
const { held, counts: holders } = useCounted(
  () => (draft.setup?.doc.levels ?? []).map(({ id }) => id),
  (id) => ({ fact: 'level', is: [id], when: 'now' }),
);

const now = computed((): Instant => {
  const day = viewpoint.day ?? viewpoint.shown;
  return (day && place.value ? startOfDay(day, place.value.zone) : null) ?? draft.view?.now ?? 0;
});
/** What each opens, in words; one that opens the same as another before it says so. */
const opens = computed(() => {
  const words = new Map<string, string>();
  const { setup } = draft;
  if (!setup) return words;
  const before: { title: string; key: string }[] = [];
  for (const { id, title } of setup.doc.levels) {
    const pages = openedBy(id, setup, now.value);
    const key = pages.map((page) => page.id).join(' ');
    const same = before.find((one) => one.key === key);
    const names = {
      count: pages.length,
      pages: listed(
        pages.map((page) => page.title),
        reader,
      ),
    };
    words.set(
      id,
      same
        ? says.opensSame({ level: same.title })
        : pages.length === 0
          ? says.opensNone
          : pages.length <= 3
            ? says.opensPages(names)
            : says.opensMany({ count: pages.length }),
    );
    before.push({ title, key });
  }
  return words;
});
const priceOf = (id: string) => {
  const item = draft.setup?.levels.get(id);
  return item && place.value ? sayPrices(item, place.value) : '';
};

function make(title: string): void {
  const taken = levels.value.map(({ id }) => id);
  const id = idFrom(title, taken, 'level') as LevelId;
  draft.edit('level', id, { id, title, plural: title, prices: [{ id: 'price', kind: 'free' }] });
  choose(id);
}
const name = useLookedAs();
/** The price that is reckoned: the open one, else the first that is offered. */
const reckoned = computed(() => {
  const one = good.value;
  if (!one) return null;
  return one.prices.find(({ id }) => id === openPrice.value) ?? pricesOf(one)[0] ?? null;
});
/** A page on which the levels stand with their prices; else the first page. */
const shownOn = computed(() => {
  const { setup } = draft;
  if (!setup) return '/';
  const pages = setup.doc.pages.filter(({ retired }) => !retired);
  const page = pages.find(({ blocks }) =>
    blocks.some(
      (block) => block.kind === 'levels' && (!chosen.value || block.levels.includes(chosen.value as LevelId)),
    ),
  );
  return (page && targetHref({ page: page.id }, setup)) ?? '/';
});
const mark = computed(() => {
  const pages = draft.setup?.doc.pages ?? [];
  for (const { blocks } of pages) for (const block of blocks) if (block.kind === 'levels') return `b-${block.id}`;
  return null;
});
const acts = computed(() =>
  level.value
    ? [
        {
          title: level.value.retired ? says.offer : says.retire,
          act: () => set({ retired: level.value!.retired ? undefined : true }),
        },
        {
          title: says.removeLevel,
          act: () => {
            draft.remove('level', level.value!.id);
            choose(level.value!.id);
          },
        },
      ]
    : [],
);
</script>

<template>
  <div class="editor">
    <section class="editor__work" :aria-label="says.levels">
      <div class="editor__head">
        <KitButton @click="naming = true">{{ says.addLevel }}</KitButton>
        <span v-if="held.data.value" class="quiet">{{ says.holders({ count: held.data.value.inside }) }}</span>
      </div>
      <Trouble v-if="draft.loadTrouble" :error="draft.loadTrouble" @again="draft.load()" />
      <Waiting v-else-if="!draft.view" :rows="6" />
      <p v-else-if="levels.length === 0" class="empty">{{ says.noLevels }}</p>
      <template v-else>
        <p v-if="draft.trouble" class="field__fault" role="alert">{{ draft.trouble.says }}</p>
        <div class="editor__row-head level-cols">
          <span>{{ says.colLevel }}</span><span class="level-cols__count">{{ says.colHolders }}</span
          ><span>{{ says.colPrice }}</span
          ><span>{{ says.colOpens }}</span>
        </div>
        <KitOrder
          :items="levels"
          :name-of="({ title }) => title"
          :label="says.levels"
          @order="(ids) => draft.order('level', ids)"
        >
          <template #default="{ item }">
            <KitRow :open="item.id === chosen" cols="level-cols" @toggle="choose(item.id)">
              <template #line>
                <b class="row__name">{{ item.title }}</b>
                <span class="level-cols__count">{{
                  holders.has(item.id) ? sayNumber(holders.get(item.id)!, reader) : '…'
                }}</span>
                <span>{{ priceOf(item.id) }}</span>
                <span class="quiet">{{ item.retired ? says.retired : opens.get(item.id) }}</span>
              </template>
              <template v-if="level && place">
                <ItemFindings :findings="findings" />
                <p v-if="faulty" class="field__fault" role="alert">{{ says.notSaved }}</p>
                <div class="level-names">
                  <KitField
                    id="level-title"
                    :model-value="level.title"
                    :label="says.name"
                    :fault="faultAt('title')"
                    @update:model-value="set({ title: $event })"
                  />
                  <KitField
                    id="level-plural"
                    :model-value="level.plural"
                    :label="says.plural"
                    :fault="faultAt('plural')"
                    @update:model-value="set({ plural: $event })"
                  />
                  <KitField
                    id="level-about"
                    :model-value="level.about ?? ''"
                    :label="says.about"
                    :fault="faultAt('about')"
                    optional
                    @update:model-value="set({ about: $event === '' ? undefined : $event })"
                  />
                </div>
                <KitTicks
                  :model-value="level.byPath ? ['byPath'] : []"
                  label=""
                  :items="[{ title: says.onlyByPath, value: 'byPath' }]"
                  @update:model-value="set({ byPath: $event.length ? true : undefined })"
                />
                <MoneyHands>
                  <KitField
                    v-if="draft.setup?.doc.money.tax"
                    id="level-tax"
                    :model-value="level.tax === undefined ? '' : rateText(level.tax)"
                    :label="says.ownTax"
                    :fault="faultAt('tax')"
                    optional
                    @update:model-value="set({ tax: $event.trim() === '' ? undefined : rateOf($event) })"
                  />
                  <header class="level-prices">
                    <h3>{{ says.prices }} {{ level.prices.length }}</h3>
                    <KitButton v-if="level.prices.length < 12" kind="link" @click="addPrice">{{
                      says.addPrice
                    }}</KitButton>
                  </header>
                  <PriceEditor
                    v-for="(price, at) in level.prices"
                    :id="`price-${price.id}`"
                    :key="price.id"
                    :price="price"
                    :currency="place.currency"
                    :open="price.id === openPrice"
                    :today="dayOf(draft.view?.now ?? 0, place)"
                    :only="level.prices.length === 1"
                    :fault-at="(where) => faultAt(`prices.${at}.${where}`)"
                    @change="putPrice"
                    @open="openPrice = openPrice === price.id ? null : price.id"
                    @take-out="takeOutPrice(price.id)"
                  />
                </MoneyHands>
                <MenuButton class="level-acts" :label="says.thisLevel" :items="acts">{{ says.thisLevel }}</MenuButton>
              </template>
            </KitRow>
          </template>
        </KitOrder>
      </template>
    </section>
    <DraftMount
      :title="says.sees({ name })"
      :note="says.inDraft"
      :link="says.fullPage"
      :person="viewpoint.person"
      :place="shownOn"
      :mark="mark"
    >
      <section v-if="good && reckoned && place" class="level-comes" aria-live="polite">
        <h3>{{ says.ifTaken({ name, level: good.title, day: sayDate(now, place) }) }}</h3>
        <PriceTable :price="reckoned" :at="now" :place="place" />
      </section>
    </DraftMount>
    <NewItem v-model="naming" :title="says.addLevel" :label="says.levelName" :action="says.makeLevel" @make="make" />
  </div>
</template>

<style src="../joining/editor.css"></style>
<style>
.level-cols {
  display: grid;
  grid-template-columns: minmax(90px, 0.8fr) 64px minmax(0, 1.6fr) minmax(0, 2fr);
  gap: 12px;
  align-items: center;
}
.level-cols__count {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.level-names {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) minmax(0, 2.4fr);
  gap: 12px;
}
.level-prices {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  margin-top: 14px;
  border-bottom: 1px solid var(--ink);
}
.level-acts {
  margin-top: 12px;
}
.level-comes {
  padding-top: 6px;
}
.level-comes h3 {
  margin-bottom: 6px;
}
@media (max-width: 1100px) {
  .level-names {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 640px) {
  .level-cols {
    grid-template-columns: minmax(0, 1fr) 64px;
    gap: 0 12px;
  }
  .level-cols > :nth-child(n + 3) {
    grid-column: 1 / -1;
  }
  .editor__row-head.level-cols > :nth-child(n + 3) {
    display: none;
  }
}
</style>
