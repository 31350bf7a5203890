<script setup lang="ts">
/** What follows when a form was sent: what its sender sees, and which letters it sends. */
import { computed } from 'vue';
import { chipNames } from '../../../../core/messages';
import { partKindOf } from '../../../../core/fields';
import { type AfterSending, type AnyForm, type LetterOfForm } from '../../../../core/forms';
import type { FieldId, PageId } from '../../../../core/kernel';
import KitChoice from '../../../kit/fields/KitChoice.vue';
import KitField from '../../../kit/fields/KitField.vue';
import KitTicks from '../../../kit/fields/KitTicks.vue';
import KitButton from '../../../kit/KitButton.vue';
import { letterFor } from '../../letters/begin';
import WordsField from '../../letters/WordsField.vue';
import { reader } from '../../base/reader';
import { useDraft } from '../../setup/draft.store';
import { joiningSays } from '../joining.sentences';
import HookList from './HookList.vue';
import LetterChoice from '../../letters/LetterChoice.vue';

const says = joiningSays(reader);
const props = defineProps<{ form: AnyForm; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [change: Partial<AnyForm>]; write: [letter: string] }>();
const draft = useDraft();

const ways = computed(() => [
  { title: props.form.purpose.is === 'signup' ? says.afterWay : says.afterThanks, value: 'none' },
  { title: says.afterWords, value: 'words' },
  { title: says.afterPage, value: 'page' },
  { title: says.afterAddress, value: 'address' },
]);
const pages = computed(() => draft.ofKind('page').map(({ id, body }) => ({ title: String(body['title']), value: id })));
const names = computed(() => (draft.setup ? chipNames(draft.setup) : new Map()));
const set = (after: AfterSending | undefined) => emit('change', { after });
function choose(then: string): void {
  if (then === 'words') return set({ then, text: says.newThanks });
  if (then === 'page') return set({ then, page: (pages.value[0]?.value ?? 'home') as PageId });
  if (then === 'address') return set({ then, address: 'https://' });
  set(undefined);
}

const letters = computed(() => props.form.letters ?? []);
const put = (list: LetterOfForm[]) => emit('change', { letters: list.length ? list : undefined });
const change = (at: number, letter: Partial<LetterOfForm>) =>
  put(letters.value.map((one, n) => (n === at ? { ...one, ...letter } : one)));
const whom = [
  { title: says.toSender, value: 'sender' },
  ...(['owner', 'manager', 'reviewer', 'editor', 'bookkeeper'] as const).map((part) => ({
    title: says.toStaff({ part: says[part] }),
    value: part,
  })),
  { title: says.toAddress, value: 'address' },
];
const toOf = ({ to }: LetterOfForm) => (to === 'sender' ? 'sender' : 'part' in to ? to.part : 'address');
function setTo(at: number, value: string): void {
  const to: LetterOfForm['to'] =
    value === 'sender' ? 'sender' : value === 'address' ? { address: '' } : { part: value as 'owner' };
  change(at, { to });
}
const answers = computed(() =>
  props.form.parts.flatMap((part) =>
    part.part === 'field' ? [{ title: partKindOf(part).title(part, draft.setup!), value: String(part.field) }] : [],
  ),
);
function add(): void {
  const title = says.sentTitle({ form: props.form.title });
  const message = letterFor({ title, subject: says.sentSubject, words: says.sentWords });
  put([...letters.value, { message, to: 'sender' }]);
}
</script>

<template>
  <div class="fieldset">
    <div class="fieldset__two">
      <KitChoice
        :model-value="form.after?.then ?? 'none'"
        :label="says.afterSending"
        :items="ways"
        @update:model-value="choose"
      />
      <KitChoice
        v-if="form.after?.then === 'page'"
        :model-value="form.after.page"
        :label="says.page"
        :items="pages"
        @update:model-value="set({ then: 'page', page: $event as PageId })"
      />
      <KitField
        v-else-if="form.after?.then === 'address'"
        id="form-after"
        :model-value="form.after.address"
        :label="says.address"
        :fault="faultAt('after.address')"
        @update:model-value="set({ then: 'address', address: $event })"
      />
    </div>
    <WordsField
      v-if="form.after?.then === 'words'"
      id="form-thanks"
      long
      :label="says.theWords"
      :words="form.after.text"
      :names="names"
      :fault="faultAt('after.text')"
      @change="set({ then: 'words', text: $event })"
    />
    <div class="section-head">
      <h3>{{ says.lettersSent }}</h3>
      <KitButton class="section-head__note" small @click="add">{{ says.addLetter }}</KitButton>
    </div>
    <p v-if="letters.length === 0" class="empty">{{ says.noLetters }}</p>
    <div v-for="(letter, at) in letters" :id="`letters.${at}`" :key="at" class="form-letter">
      <div class="fieldset__two">
        <KitChoice
          :model-value="toOf(letter)"
          :label="says.letterGoesTo"
          :items="whom"
          @update:model-value="setTo(at, $event)"
        />
        <KitField
          v-if="letter.to !== 'sender' && 'address' in letter.to"
          :id="`letter-to-${at}`"
          kind="mail"
          :model-value="letter.to.address"
          :label="says.mailAddress"
          :fault="faultAt(`letters.${at}.to`) ?? faultAt(`letters.${at}.to.address`)"
          @update:model-value="change(at, { to: { address: $event } })"
        />
        <LetterChoice
          :model-value="letter.message"
          :label="says.theLetter"
          @update:model-value="change(at, { message: $event })"
          @write="emit('write', $event)"
        />
      </div>
      <KitTicks
        :model-value="letter.answers ?? []"
        :label="says.withAnswers"
        :help="says.allAnswers"
        :items="answers"
        @update:model-value="change(at, { answers: $event.length ? ($event as FieldId[]) : undefined })"
      />
      <KitButton kind="link" @click="put(letters.filter((_, n) => n !== at))">{{ says.takeOut }}</KitButton>
    </div>
    <p class="quiet">{{ says.lettersWhen }}</p>
    <HookList :form="form" :answers="answers" :fault-at="faultAt" @change="emit('change', $event)" />
  </div>
</template>

<style>
.form-letter {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 8px;
  padding: 10px 0;
  border-bottom: 1px solid var(--rule);
}
.form-letter > .fieldset__two,
.form-letter > .field {
  width: 100%;
}
</style>
