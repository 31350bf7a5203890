<script setup lang="ts">
/** Groups: who is held together whatever their level; made, renamed and retired here. */
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import type { GroupItem } from '../../../core/facts';
import { sayNumber, type GroupId } from '../../../core/kernel';
import { listed } from '../../../core/kernel/sentences';
import { idFrom, referencesOf, type SetupDocument } from '../../../core/setup';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import KitOrder from '../../kit/KitOrder.vue';
import KitRow from '../../kit/KitRow.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { useItem } from '../setup/item';
import ItemFindings from '../setup/ItemFindings.vue';
import NewItem from '../setup/NewItem.vue';
import { useCounted } from './counted';
import { deskLevelsSays } from './levels.sentences';

const says = deskLevelsSays(reader);
const draft = useDraft();
const route = useRoute();
const router = useRouter();
const naming = ref(false);
const groups = computed(() => draft.ofKind('group').map(({ body }) => body));
const chosen = computed(() => (typeof route.query['group'] === 'string' ? route.query['group'] : null));
const { body, set, faultAt, faulty, findings } = useItem('group', () => chosen.value);
const group = computed(() => body.value as GroupItem | null);
const choose = (id: string) =>
  void router.push({ path: '/desk/levels/groups', query: id === chosen.value ? {} : { group: id } });

/** How many are in each. */
const { counts: people } = useCounted(
  () => (draft.setup?.doc.groups ?? []).map(({ id }) => id),
  (id) => ({ fact: 'group', is: [id] }),
);
/** What asks for each group or gives it, by its title. */
const uses = computed(() => {
  const found = new Map<string, Set<string>>();
  const doc = draft.setup?.doc;
  for (const { at, kind, id } of doc ? referencesOf(doc) : []) {
    if (kind !== 'groups') continue;
    const [list, place] = at.split('.') as [keyof SetupDocument, string];
    const item = (doc![list] as unknown as Record<string, { title?: string; label?: string } | undefined>)[place];
    found.set(id, (found.get(id) ?? new Set()).add(item?.title ?? item?.label ?? doc!.site.shortName));
  }
  return found;
});
const usedBy = (id: string): string => {
  const by = uses.value.get(id);
  return by ? listed([...by], reader) : says.usedNowhere;
};
function make(title: string): void {
  const id = idFrom(
    title,
    groups.value.map((one) => one.id),
    'group',
  ) as GroupId;
  draft.edit('group', id, { id, title });
  choose(id);
}
</script>

<template>
  <div class="editor editor--one">
    <section class="editor__work" :aria-label="says.groups">
      <div class="editor__head">
        <KitButton @click="naming = true">{{ says.addGroup }}</KitButton>
      </div>
      <Trouble v-if="draft.loadTrouble" :error="draft.loadTrouble" @again="draft.load()" />
      <Waiting v-else-if="!draft.view" :rows="4" />
      <p v-else-if="groups.length === 0" class="empty">{{ says.noGroups }}</p>
      <template v-else>
        <p v-if="draft.trouble" class="field__fault" role="alert">{{ draft.trouble.says }}</p>
        <div class="editor__row-head group-cols">
          <span>{{ says.colGroup }}</span><span class="level-cols__count">{{ says.inIt }}</span
          ><span>{{ says.usedBy }}</span>
        </div>
        <KitOrder
          :items="groups"
          :name-of="({ title }) => title"
          :label="says.groups"
          @order="(ids) => draft.order('group', ids)"
        >
          <template #default="{ item }">
            <KitRow :open="item.id === chosen" cols="group-cols" @toggle="choose(item.id)">
              <template #line>
                <b class="row__name">{{ item.title }}</b>
                <span class="level-cols__count">{{
                  people.has(item.id) ? sayNumber(people.get(item.id)!, reader) : '…'
                }}</span>
                <span class="quiet">{{ item.retired ? says.groupRetired : usedBy(item.id) }}</span>
              </template>
              <template v-if="group">
                <ItemFindings :findings="findings" />
                <p v-if="faulty" class="field__fault" role="alert">{{ says.notSaved }}</p>
                <div class="editor__fields">
                  <KitField
                    id="group-title"
                    :model-value="group.title"
                    :label="says.groupName"
                    :fault="faultAt('title')"
                    @update:model-value="set({ title: $event })"
                  />
                </div>
                <p class="editor__acts">
                  <KitButton small @click="set({ retired: group.retired ? undefined : true })">{{
                    group.retired ? says.groupOffer : says.groupRetire
                  }}</KitButton>
                  <KitButton small kind="danger" @click="draft.remove('group', group.id)">{{
                    says.groupRemove
                  }}</KitButton>
                </p>
              </template>
            </KitRow>
          </template>
        </KitOrder>
      </template>
    </section>
    <NewItem v-model="naming" :title="says.addGroup" :label="says.groupName" :action="says.makeGroup" @make="make" />
  </div>
</template>

<style src="../joining/editor.css"></style>
<style>
.group-cols {
  display: grid;
  grid-template-columns: minmax(110px, 1fr) 64px minmax(0, 3fr);
  gap: 12px;
  align-items: center;
}
@media (max-width: 640px) {
  .group-cols {
    grid-template-columns: minmax(0, 1fr) 64px;
  }
  .group-cols > :nth-child(3) {
    grid-column: 1 / -1;
  }
}
</style>
