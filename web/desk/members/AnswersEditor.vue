<script setup lang="ts">
/** Putting somebody's answers right: each field that staff may change, as it stands. */
import { useQuery } from '@pinia/colada';
import { computed, ref } from 'vue';
import type { MemberRow } from '../../../contract';
import type { FieldValue } from '../../../core/facts';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { calls } from '../base/calls';
import { useKept } from '../base/kept';
import { useNotice } from '../base/notice';
import AnswerInput from '../people/AnswerInput.vue';
import { reader } from '../base/reader';
import { useSending } from '../base/sending';
import { membersSays } from './members.sentences';

const says = membersSays(reader);
const props = defineProps<{ id: MemberRow['id'] }>();
const emit = defineEmits<{ done: [changed: boolean] }>();
const notice = useNotice();
const { data, error, refetch } = useQuery({
  key: () => ['answers-of', props.id],
  query: () => calls.members.answers({ id: props.id }),
  staleTime: 0,
});
const { busy, trouble, send, fault } = useSending();

/** What is changed here: null for what is taken out. Of all else what stands at the server shows. */
const typed = ref<{ name?: string; values: Record<string, FieldValue | null> }>({ values: {} });
const kept = useKept(() => `answers.${props.id}`, typed);
const name = computed({
  get: () => typed.value.name ?? data.value?.name ?? '',
  set: (now) => (typed.value = { ...typed.value, name: now }),
});
const valueOf = (id: string): FieldValue | undefined => {
  const changed = typed.value.values[id];
  return changed === undefined ? data.value?.values[id] : (changed ?? undefined);
};
const change = (id: string, value: FieldValue | undefined) =>
  (typed.value = { ...typed.value, values: { ...typed.value.values, [id]: value ?? null } });
function done(changed: boolean): void {
  kept.drop();
  emit('done', changed);
}
const nameField = computed(() => data.value?.fields.find(({ role }) => role === 'name') ?? null);
const fields = computed(() => data.value?.fields.filter(({ role }) => !role) ?? []);

/** Sends what has been changed here and nothing else: the rest may have changed meanwhile. */
async function keep(): Promise<void> {
  const was = data.value;
  if (!was) return;
  const answers: Record<string, FieldValue | null> = {};
  if (nameField.value && name.value !== was.name) answers[nameField.value.id] = name.value;
  for (const { id } of fields.value)
    if (JSON.stringify(valueOf(id) ?? null) !== JSON.stringify(was.values[id] ?? null))
      answers[id] = valueOf(id) ?? null;
  if (Object.keys(answers).length === 0) return done(false);
  const sentIt = await send((sent) => calls.members.setAnswers({ id: props.id, answers }, sent));
  if (!sentIt) return;
  notice.tell(says.answersKept({ name: name.value }));
  done(true);
}
</script>

<template>
  <Trouble v-if="error && !data" :error="error" @again="refetch()" />
  <Waiting v-else-if="!data" :rows="5" />
  <form v-else class="fieldset answers-editor" @submit.prevent="keep" @keydown.esc.stop="emit('done', false)">
    <KitField v-if="nameField" id="answers-name" v-model="name" :label="nameField.label" :fault="fault(nameField.id)" />
    <AnswerInput
      v-for="field in fields"
      :id="`answers-${field.id}`"
      :key="field.id"
      :model-value="valueOf(field.id)"
      :field="field"
      :label="field.label"
      optional
      :fault="fault(field.id)"
      @update:model-value="change(field.id, $event)"
    />
    <p v-if="trouble && !trouble.faults" class="field__fault" role="alert">{{ trouble.says }}</p>
    <div class="fieldset__foot">
      <span class="fieldset__end">
        <KitButton kind="primary" type="submit" :disabled="busy">{{ says.keepAnswers }}</KitButton>
        <KitButton @click="done(false)">{{ says.cancel }}</KitButton>
      </span>
    </div>
  </form>
</template>

<style>
.answers-editor {
  margin: 10px 0 18px;
}
</style>
