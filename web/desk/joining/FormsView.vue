<script setup lang="ts">
/** A signup form: the shelf of fields, the questions in order, the chosen one opened in place, the form as it is seen. */
import { kindOf } from '../../../core/joining';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { facetOf, fieldKindOf, nameOfPart, questionsOf, type PartOfForm } from '../../../core/fields';
import { type AnyForm } from '../../../core/forms';
import type { FieldId } from '../../../core/kernel';
import { readyForm, readyFormNames, type ReadyFormName, readyLetters } from '../../../core/ready';
import { idFrom } from '../../../core/setup';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitButton from '../../kit/KitButton.vue';
import KitOrder from '../../kit/KitOrder.vue';
import KitRow from '../../kit/KitRow.vue';
import KitToggle from '../../kit/KitToggle.vue';
import MenuButton from '../../kit/MenuButton.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { readyLetter } from '../letters/begin';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import DraftMount from '../viewpoint/DraftMount.vue';
import { useItem } from '../setup/item';
import { useSight } from '../viewpoint/sight.query';
import { useViewpoint } from '../viewpoint/viewpoint.store';
import ItemFindings from '../setup/ItemFindings.vue';
import NewItem from '../setup/NewItem.vue';
import { makeAnswering } from './answering';
import FormSettings from './FormSettings.vue';
import { joiningSays } from './joining.sentences';
import { askedBefore, askedHow, listOf, shelfOf, titleOf } from './parts';
import TestSend from './form/TestSend.vue';
import QuestionEditor from './QuestionEditor.vue';

const says = joiningSays(reader);
const draft = useDraft();
const route = useRoute();
const router = useRouter();
const naming = ref(false);
const settings = ref(false);
const width = ref<'wide' | 'phone'>('wide');
const open = ref<string | null>(null);

const forms = computed(() => draft.ofKind('form').map(({ body }) => body));
const id = computed(() => {
  const asked = typeof route.params['id'] === 'string' ? route.params['id'] : null;
  return asked ?? (forms.value.find(({ retired }) => !retired) ?? forms.value[0])?.id ?? null;
});
const { body, set, faultAt, faulty, findings } = useItem('form', () => id.value);
const form = computed(() => body.value as AnyForm | null);
const questions = computed(() => listOf(form.value?.parts ?? []));
const fields = computed(() => draft.ofKind('field').map(({ body: field }) => field));
const shelf = computed(() => shelfOf(fields.value, form.value?.parts ?? []));
const site = computed(() => draft.setup?.doc.site ?? reader);
watch(id, () => ((open.value = null), (settings.value = false)));

/** From a finding one comes to the very part it is about. */
watch(
  [() => route.hash, questions],
  ([hash]) => {
    const at = Number(/^#parts\.(\d+)/.exec(hash)?.[1] ?? -1);
    if (questions.value[at]) open.value = questions.value[at].id;
    else if (hash === '#address') settings.value = true;
  },
  { immediate: true },
);

const setParts = (parts: readonly PartOfForm[]) => set({ parts: [...parts] });
function add(part: PartOfForm): void {
  const parts = [...(form.value?.parts ?? []), part];
  setParts(parts);
  open.value = listOf(parts).at(-1)!.id;
}
/** A new text to agree to, as a field like any other, asked here. */
function addAgreement(): void {
  const taken = fields.value.map((field) => field.id);
  const id = idFrom(says.agreement, taken, 'agreement') as FieldId;
  const of = fieldKindOf({ kind: 'agreement' }).begin(reader);
  draft.edit('field', id, { id, label: says.agreement, of, seenBy: 'member', changedBy: 'nobody' });
  add({ part: 'field', field: id, required: true, half: false });
}
const pieces = computed(() => {
  const has = (kind: string) => form.value?.parts.some(({ part }) => part === kind) ?? false;
  const topic = draft.setup?.doc.topics.find(({ retired }) => !retired);
  return [
    { title: says.addHeading, act: () => add({ part: 'heading', text: says.newHeading }) },
    { title: says.addWords, act: () => add({ part: 'words', text: says.newWords }) },
    { title: says.addPage, act: () => add({ part: 'page', title: says.newPageTitle }) },
    { title: says.addAgreement, act: addAgreement },
    ...(has('topics') || !topic
      ? []
      : [{ title: says.addTopics, act: () => add({ part: 'topics', label: says.newsByMail, topics: [topic.id] }) }]),
    ...(has('password')
      ? []
      : [{ title: says.addPassword, act: () => add({ part: 'password', label: says.newPassword, half: false }) }]),
  ];
});

const beginsAs = ref<ReadyFormName>('signup');
const readyForms = readyFormNames.map((value) => ({ title: says[`${value}Form`], value }));
function make(title: string): void {
  const { setup } = draft;
  if (!setup) return;
  const taken = (of: 'id' | 'address') => forms.value.map((one) => one[of]);
  const id = idFrom(title, taken('id'), 'form') as AnyForm['id'];
  const made = readyForm(beginsAs.value, { id, address: idFrom(title, taken('address'), 'join'), title }, setup);
  const { purpose } = made;
  const isRead =
    purpose.is === 'signup' && setup.paths.get(purpose.path)?.gates.some((gate) => kindOf(gate).readers(gate));
  // Whoever reviews is told of each application, unless its owner would rather not.
  const told = { message: readyLetter(readyLetters.form.told), to: { part: 'reviewer' } };
  draft.edit('form', id, { ...made, ...(isRead ? { letters: [told] } : {}) });
  void router.push(`/desk/joining/forms/${id}`);
}
const others = computed(() => forms.value.map((one) => ({ title: one.title, to: `/desk/joining/forms/${one.id}` })));
/** A signup form is met by visitors; others by whoever is looked as. */
const viewpoint = useViewpoint();
const { data: sight } = useSight();
const looker = computed(() =>
  viewpoint.person === 'visitor' ? says.aMember : (sight.value?.person.name ?? says.aMember),
);
const place = computed(
  () => `/${form.value?.purpose.is === 'signup' ? 'join' : 'form'}/${form.value?.address}?preview=form`,
);
/** What the mount may be answered by: as a visitor meets it. */
const answered = makeAnswering(() => {
  const { setup } = draft;
  if (!setup || !form.value) return [];
  const nobody = { query: () => null, profile: () => null, words: () => null, says: () => '' };
  return questionsOf(form.value.parts, setup, nobody);
});
const marked = computed(() => questions.value.find((question) => question.id === open.value));
const mark = computed(() => {
  const part = marked.value?.part;
  const name = part && nameOfPart(part);
  return name ? `f-${name}` : null;
});
</script>

<template>
  <div class="editor editor--form">
    <section class="shelf" :aria-label="says.shelf">
      <h2>{{ says.shelf }}</h2>
      <ul>
        <li v-for="{ field, placed } in shelf" :key="field.id" v-memo="[field, placed, form?.id, site]">
          <b>{{ field.label }}</b>
          <span class="shelf__line"
            ><span>{{ fieldKindOf(field.of).called(field.of, site) }}</span>
            <span v-if="placed">{{ says.onForm }}</span>
            <KitButton
              v-else
              kind="link"
              class="shelf__place"
              :aria-label="says.placeNamed({ name: field.label })"
              :disabled="!form"
              @click="
                add({ part: 'field', field: field.id, required: facetOf(field.of).is === 'agreement', half: false })
              "
              >{{ says.placeIt }}</KitButton
            ></span
          >
        </li>
      </ul>
    </section>
    <section class="editor__work" :aria-label="form?.title ?? says.signupForms">
      <div class="editor__head">
        <h2>{{ form?.title ?? says.signupForms }}</h2>
        <MenuButton v-if="forms.length > 1" :label="says.theForm" :items="others">{{ says.theForm }}</MenuButton>
        <MenuButton v-if="form" :label="says.addPiece" :items="pieces">{{ says.addPiece }}</MenuButton>
        <KitButton v-if="form" :aria-expanded="settings" @click="settings = !settings">{{
          says.formSettings
        }}</KitButton>
        <KitButton @click="naming = true">{{ says.newForm }}</KitButton>
      </div>
      <Trouble v-if="draft.loadTrouble" :error="draft.loadTrouble" @again="draft.load()" />
      <Waiting v-else-if="!draft.view" :rows="8" />
      <p v-else-if="!form" class="empty">{{ route.params['id'] ? says.noSuchForm : says.noForms }}</p>
      <template v-else>
        <p v-if="form.retired" class="quiet">
          {{ says.formRetired }}
          <KitButton kind="link" @click="set({ retired: undefined })">{{ says.bringBack }}</KitButton>
        </p>
        <ItemFindings :findings="findings" />
        <FormSettings v-if="settings" :id="form.id" @done="settings = false" />
        <p v-if="faulty" class="field__fault" role="alert">{{ says.notSaved }}</p>
        <p v-if="draft.trouble" class="field__fault" role="alert">{{ draft.trouble.says }}</p>
        <div class="editor__row-head question__cols">
          <span>{{ says.questions }}</span><span>{{ says.answer }}</span>
        </div>
        <KitOrder
          :items="questions"
          :name-of="(question) => titleOf(question.part, draft.setup)"
          :label="says.questions"
          :by="(question) => [JSON.stringify(question.part), draft.setup, question.id === open && [form, fields]]"
          @order="setParts($event.map((name) => questions.find((one) => one.id === name)!.part))"
        >
          <template #default="{ item: question }">
            <KitRow
              :open="question.id === open"
              cols="question__cols"
              @toggle="open = open === question.id ? null : question.id"
            >
              <template #line>
                <b class="row__name">{{ titleOf(question.part, draft.setup) }}</b>
                <span class="quiet">{{ askedHow(question.part) }}</span>
              </template>
              <QuestionEditor
                :part="question.part"
                :before="askedBefore(fields, form.parts, question.at)"
                :fault-at="(at) => faultAt(`parts.${question.at}.${at}`)"
                @change="setParts(form.parts.map((part, at) => (at === question.at ? $event : part)))"
                @take-out="setParts(form.parts.filter((_, at) => at !== question.at))"
              />
            </KitRow>
          </template>
        </KitOrder>
      </template>
    </section>
    <DraftMount
      v-if="form"
      :title="says.whatSees({ name: form.purpose.is === 'signup' ? says.aVisitor : looker })"
      :note="says.inDraft"
      :link="says.fullPage"
      :person="form.purpose.is === 'signup' ? 'visitor' : viewpoint.person"
      :place="place"
      :mark="mark"
      :width="width === 'phone' ? 390 : undefined"
      @paper="answered.paper"
    >
      <template #head>
        <KitToggle v-model="width" :label="says.width" :choices="['wide', 'phone'] as const">
          <template #default="{ choice }">{{ says[choice] }}</template>
        </KitToggle>
      </template>
      <TestSend :form="form" :typed="answered.typed" @fill="answered.fill" />
    </DraftMount>
    <NewItem v-model="naming" :title="says.newForm" :label="says.title" :action="says.newForm" @make="make">
      <KitChoice v-model="beginsAs" :label="says.beginsAs" :items="readyForms" />
    </NewItem>
  </div>
</template>

<style src="./editor.css"></style>
