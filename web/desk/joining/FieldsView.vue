<script setup lang="ts">
/** Profile fields, in the order shown; the chosen one is opened in its row. */
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { fieldKindOf, nameOfPart, type FieldItem } from '../../../core/fields';
import { idFrom } from '../../../core/setup';
import KitButton from '../../kit/KitButton.vue';
import KitOrder from '../../kit/KitOrder.vue';
import KitRow from '../../kit/KitRow.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import DraftMount from '../viewpoint/DraftMount.vue';
import ItemFindings from '../setup/ItemFindings.vue';
import NewItem from '../setup/NewItem.vue';
import { setupSays } from '../setup/setup.sentences';
import FieldEditor from './FieldEditor.vue';
import { joiningSays } from './joining.sentences';

const says = joiningSays(reader);
const common = setupSays(reader);
const draft = useDraft();
const route = useRoute();
const router = useRouter();
const naming = ref(false);

const chosen = computed(() => (typeof route.query['field'] === 'string' ? route.query['field'] : null));
const all = computed(() => draft.ofKind('field').map(({ body }) => body));
const fields = computed(() => all.value.filter(({ retired }) => !retired));
const retired = computed(() => all.value.filter((field) => field.retired));
const forms = computed(() => draft.setup?.doc.forms.filter((form) => !form.retired) ?? []);
const seen = { member: says.seenMember, members: says.seenMembers, staff: says.seenStaff };

const asking = (id: string) => forms.value.filter(({ parts }) => parts.some((part) => nameOfPart(part) === id));
const askedWhere = (id: string) =>
  asking(id)
    .map(({ title }) => title)
    .join(', ') || says.nowhere;
const called = (field: FieldItem) => fieldKindOf(field.of).called(field.of, draft.setup?.doc.site ?? reader);
const toFix = (id: string) => draft.findingsAt('field', id);

function open(id: string | null): void {
  void router.replace({ path: route.path, query: id ? { field: id } : {} });
}
function make(label: string): void {
  const id = idFrom(
    label,
    all.value.map((field) => field.id),
    'field',
  );
  draft.edit('field', id, {
    id,
    label,
    of: { kind: 'shortText', longest: 120 },
    // The cautious choice first: what is shown to others is chosen by whoever means it.
    seenBy: 'member',
    changedBy: 'member',
  });
  open(id);
}
watch(
  [chosen, () => all.value.length > 0],
  async ([id]) => {
    await nextTick();
    if (id) document.getElementById(`field-${id}`)?.scrollIntoView({ block: 'nearest' });
  },
  { immediate: true },
);
/** The form through which the chosen field is shown, and where it is not asked, the first there is. */
const shown = computed(() => (chosen.value && asking(chosen.value)[0]) || forms.value[0] || null);
const place = computed(() => (shown.value ? `/join/${shown.value.address}` : '/'));
</script>

<template>
  <div class="editor editor--fields">
    <section class="editor__work" :aria-label="says.profileFields">
      <div class="editor__row-head fields__cols">
        <span>{{ says.fieldColumn }}</span><span>{{ says.kindColumn }}</span
        ><span>{{ says.askedColumn }}</span
        ><span>{{ says.seenColumn }}</span
        ><KitButton small @click="naming = true">{{ says.newField }}</KitButton>
      </div>
      <Trouble v-if="draft.loadTrouble" :error="draft.loadTrouble" @again="draft.load()" />
      <Waiting v-else-if="!draft.view" :rows="8" />
      <p v-else-if="all.length === 0" class="empty">{{ says.noFields }}</p>
      <KitOrder
        :items="fields"
        :name-of="(field) => field.label"
        :label="says.profileFields"
        :by="(field) => [field, field.id === chosen, draft.setup, draft.findings]"
        @order="draft.order('field', [...$event, ...retired.map(({ id }) => id)])"
      >
        <template #default="{ item: field }">
          <KitRow
            :id="`field-${field.id}`"
            :open="field.id === chosen"
            cols="fields__cols"
            @toggle="open(field.id === chosen ? null : field.id)"
          >
            <template #line>
              <b class="row__name">{{ field.label }}</b>
              <span>{{ called(field) }}</span>
              <span class="quiet">{{ askedWhere(field.id) }}</span>
              <span>{{ seen[field.seenBy] }}</span>
              <span
                ><span v-if="toFix(field.id).length" class="flag row__flag">{{
                  common.toFix({ count: toFix(field.id).length })
                }}</span></span
              >
            </template>
            <ItemFindings :findings="toFix(field.id)" />
            <FieldEditor :id="field.id" @done="open(null)" />
          </KitRow>
        </template>
      </KitOrder>
      <template v-if="retired.length">
        <h3 class="editor__retired">{{ says.retiredFields }}</h3>
        <div v-for="field in retired" :key="field.id" class="row row--retired">
          <p class="row__line fields__cols">
            <b>{{ field.label }}</b><span>{{ called(field) }}</span
            ><span class="quiet row__note">{{ says.retiredNote }}</span>
            <KitButton kind="link" @click="draft.edit('field', field.id, { ...field, retired: undefined })">{{
              says.bringBack
            }}</KitButton>
          </p>
        </div>
      </template>
    </section>
    <DraftMount
      v-if="draft.view"
      :title="says.whatSees({ name: says.aVisitor })"
      :note="says.inDraft"
      :link="says.fullPage"
      person="visitor"
      :place="place"
      :mark="chosen && `f-${chosen}`"
    />
    <NewItem v-model="naming" :title="says.newField" :label="says.label" :action="says.newField" @make="make" />
  </div>
</template>

<style src="./editor.css"></style>
