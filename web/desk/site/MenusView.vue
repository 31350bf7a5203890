<script setup lang="ts">
/** Menus: where each stands, its items in order and those within them, and the menu as somebody has it. */
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ruleOf } from '../../../core/doors';
import { say, type MenuId, type PageId } from '../../../core/kernel';
import { chipNames } from '../../../core/messages';
import { targetHref, type MenuItem, type MenuLeaf, type MenuListItem } from '../../../core/pages';
import { idFrom } from '../../../core/setup';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import KitOrder from '../../kit/KitOrder.vue';
import KitRow from '../../kit/KitRow.vue';
import MenuButton from '../../kit/MenuButton.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { useDoorCounts } from '../doors/door.query';
import { asSet } from '../doors/uses';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import DraftMount from '../viewpoint/DraftMount.vue';
import { useItem } from '../setup/item';
import ItemFindings from '../setup/ItemFindings.vue';
import NewItem from '../setup/NewItem.vue';
import { textSays } from '../text/text.sentences';
import { useLookedAs } from '../viewpoint/sight.query';
import { useViewpoint } from '../viewpoint/viewpoint.store';
import MenuItemEditor from './MenuItemEditor.vue';
import { deskSiteSays } from './site.sentences';

const says = deskSiteSays(reader);
const words = textSays(reader);
const draft = useDraft();
const viewpoint = useViewpoint();
const route = useRoute();
const router = useRouter();
const naming = ref(false);
/** The place of the open item: `2`, or `2.0` within it. */
const open = ref<string | null>(null);

const menus = computed(() => draft.ofKind('menu').map(({ body }) => body));
const site = computed(() => draft.entry('site', 'site')?.body ?? null);
const id = computed(() => {
  const asked = typeof route.params['id'] === 'string' ? route.params['id'] : null;
  return asked ?? (menus.value.find((one) => one.id === site.value?.menu) ?? menus.value[0])?.id ?? null;
});
const { body, set, faultAt, faulty, findings } = useItem('menu', () => id.value);
const menu = computed(() => body.value as MenuListItem | null);
watch(id, () => (open.value = null));
watch(
  [() => route.hash, menu],
  ([hash]) => {
    const [, at, within] = /^#items\.(\d+)(?:\.items\.(\d+))?/.exec(hash) ?? [];
    if (at !== undefined && menu.value?.items[Number(at)]) open.value = within === undefined ? at : `${at}.${within}`;
  },
  { immediate: true },
);

type Row = { readonly id: string; readonly item: MenuItem };
const rows = computed((): Row[] => (menu.value?.items ?? []).map((item, at) => ({ id: String(at), item })));
const setItems = (items: readonly MenuItem[]) => set({ items: [...items] });
const put = (at: number, item: MenuItem) => setItems(rows.value.map((row, n) => (n === at ? item : row.item)));
function order(ids: readonly string[]): void {
  const chosen = open.value;
  setItems(ids.map((one) => rows.value[Number(one)]!.item));
  // What is open goes along with its item.
  if (chosen === null) return;
  const [at = '', ...rest] = chosen.split('.');
  open.value = [String(ids.indexOf(at)), ...rest].join('.');
}
const fresh = (): MenuItem => ({ to: { page: draft.setup!.doc.site.home } });
function add(): void {
  setItems([...rows.value.map(({ item }) => item), fresh()]);
  open.value = String(rows.value.length - 1);
}
function addWithin(at: number): void {
  const item = rows.value[at]!.item;
  put(at, { ...item, items: [...(item.items ?? []), fresh()] });
  open.value = `${at}.${(item.items ?? []).length}`;
}
function setWithin(at: number, items: readonly MenuLeaf[]): void {
  const { items: _, ...item } = rows.value[at]!.item;
  put(at, items.length ? { ...item, items: [...items] } : item);
}

function titleOf({ label, to }: MenuLeaf): string {
  const { setup } = draft;
  if (label !== undefined && setup) return say(label, (chip) => `{${chipNames(setup).get(chip) ?? chip}}`);
  return leadsTo(to);
}
function leadsTo(to: MenuLeaf['to']): string {
  if ('page' in to) return draft.setup?.pages.get(to.page)?.title ?? to.page;
  if ('form' in to) return draft.setup?.forms.get(to.form)?.title ?? to.form;
  if ('board' in to) return draft.setup?.boards.get(to.board)?.title ?? to.board;
  return 'address' in to ? to.address : words[to.place];
}
const toggle = (at: string) => (open.value = open.value === at ? null : at);

const chosen = computed((): MenuLeaf | null => {
  const [at, within] = (open.value ?? '').split('.');
  const item = rows.value[Number(at)]?.item;
  return open.value === null || !item ? null : within === undefined ? item : (item.items?.[Number(within)] ?? null);
});
const rule = computed(() => {
  const { setup } = draft;
  return setup && chosen.value?.door ? asSet(ruleOf(chosen.value.door, setup)) : { all: [] };
});
const counts = useDoorCounts(() => rule.value);

const stands = computed(() => (site.value?.menu === id.value ? 'menu' : site.value?.foot === id.value ? 'foot' : ''));
const places = [
  { title: says.atHead, value: 'menu' },
  { title: says.atFoot, value: 'foot' },
  { title: says.nowhere, value: '' },
];
/** One menu stands in each place: the one that stood there before stands nowhere then. */
function stand(where: string): void {
  if (!site.value || !id.value) return;
  const { menu: head, foot, ...rest } = site.value;
  const others = {
    ...(head && head !== id.value ? { menu: head } : {}),
    ...(foot && foot !== id.value ? { foot } : {}),
  };
  draft.edit('site', 'site', { ...rest, ...others, ...(where ? { [where]: id.value } : {}) });
}
function make(title: string): void {
  const made = idFrom(
    title,
    menus.value.map((one) => one.id),
    'menu',
  ) as MenuId;
  draft.edit('menu', made, { id: made, title, items: [] });
  void router.push(`/desk/site/menus/${made}`);
}
const others = computed(() => menus.value.map((one) => ({ title: one.title, to: `/desk/site/menus/${one.id}` })));
const name = useLookedAs();
const place = computed(() => {
  const to = chosen.value?.to;
  const page = to && 'page' in to ? to.page : (draft.setup?.doc.site.home as PageId | undefined);
  return (draft.setup && page && targetHref({ page }, draft.setup)) ?? '/';
});
</script>

<template>
  <div class="editor editor--menu">
    <section class="editor__work" :aria-label="menu?.title ?? says.menus">
      <div class="editor__head">
        <h2>{{ menu?.title ?? says.menus }}</h2>
        <MenuButton v-if="menus.length > 1" :label="says.theMenu" :items="others">{{ says.theMenu }}</MenuButton>
        <KitButton @click="naming = true">{{ says.newMenu }}</KitButton>
      </div>
      <Trouble v-if="draft.loadTrouble" :error="draft.loadTrouble" @again="draft.load()" />
      <Waiting v-else-if="!draft.view" :rows="6" />
      <p v-else-if="!menu" class="empty">{{ route.params['id'] ? says.noSuchMenu : says.noMenus }}</p>
      <template v-else-if="draft.setup">
        <ItemFindings :findings="findings" />
        <p v-if="faulty" class="field__fault" role="alert">{{ says.notSaved }}</p>
        <p v-if="draft.trouble" class="field__fault" role="alert">{{ draft.trouble.says }}</p>
        <div class="fieldset__two">
          <KitField
            id="menu-title"
            :model-value="menu.title"
            :label="says.menuName"
            :fault="faultAt('title')"
            @update:model-value="set({ title: $event })"
          />
          <KitChoice :model-value="stands" :label="says.menuPlace" :items="places" @update:model-value="stand" />
        </div>
        <div class="editor__row-head menu-items">
          <span>{{ says.items }}</span>
        </div>
        <p v-if="rows.length === 0" class="empty">{{ says.noItems }}</p>
        <KitOrder :items="rows" :name-of="({ item }) => titleOf(item)" :label="says.items" @order="order">
          <template #default="{ item: { id: at, item } }">
            <KitRow :open="open === at" cols="menu-item__line" @toggle="toggle(at)">
              <template #line>
                <b class="row__name">{{ titleOf(item) }}</b>
                <span v-if="item.label" class="quiet">{{ says.leadsTo({ title: leadsTo(item.to) }) }}</span>
              </template>
              <MenuItemEditor
                :id="`item-${at}`"
                :item="item"
                :setup="draft.setup!"
                :counts="counts"
                :fault-at="(where) => faultAt(`items.${at}.${where}`)"
                @change="put(Number(at), { ...item, ...$event })"
                @take-out="
                  setItems(rows.filter((one) => one.id !== at).map((one) => one.item));
                  open = null;
                "
              >
                <KitButton small @click="addWithin(Number(at))">{{ says.addWithin }}</KitButton>
              </MenuItemEditor>
              <template #beneath>
                <ul v-if="item.items" class="menu-within" :aria-label="says.within">
                  <li v-for="(inner, n) in item.items" :key="n">
                    <button
                      type="button"
                      class="row__line menu-item__line"
                      :aria-expanded="open === `${at}.${n}`"
                      @click="toggle(`${at}.${n}`)"
                    >
                      <b>{{ titleOf(inner) }}</b>
                      <span v-if="inner.label" class="quiet">{{ says.leadsTo({ title: leadsTo(inner.to) }) }}</span>
                    </button>
                    <MenuItemEditor
                      v-if="open === `${at}.${n}`"
                      :id="`item-${at}-${n}`"
                      :item="inner"
                      :setup="draft.setup!"
                      :counts="counts"
                      :fault-at="(where) => faultAt(`items.${at}.items.${n}.${where}`)"
                      @change="
                        setWithin(
                          Number(at),
                          item.items.map((one, k) => (k === n ? $event : one)),
                        )
                      "
                      @take-out="
                        setWithin(
                          Number(at),
                          item.items.filter((_, k) => k !== n),
                        );
                        open = null;
                      "
                    />
                  </li>
                </ul>
              </template>
            </KitRow>
          </template>
        </KitOrder>
        <div class="fieldset__foot menu-foot">
          <KitButton @click="add">{{ says.addItem }}</KitButton>
          <KitButton v-if="stands === ''" kind="danger" @click="draft.remove('menu', menu.id)">{{
            says.remove
          }}</KitButton>
        </div>
      </template>
    </section>
    <DraftMount
      v-if="menu"
      :title="says.showsAs({ name })"
      :note="says.inDraft"
      :link="says.fullPage"
      :person="viewpoint.person"
      :place="place"
    />
    <NewItem v-model="naming" :title="says.newMenu" :label="says.menuName" :action="says.makeMenu" @make="make" />
  </div>
</template>

<style src="../joining/editor.css"></style>
<style>
.editor.editor--menu {
  grid-template-columns: minmax(0, 640px) minmax(400px, 1fr);
}
.menu-items {
  margin-top: 16px;
}
.menu-item__line {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0 12px;
}
.menu-within {
  margin: 0 0 8px 6px;
  padding-left: 14px;
  border-left: 3px double var(--rule2);
}
.menu-foot {
  margin-top: 14px;
}
</style>
