<script setup lang="ts">
/** A form that somebody who is known sends: a follow-up, or what a gate asks for. */
import type { ShownForm } from '../../../contract';
import { blankOf, enctypeOf } from './blank';
import FaultList from './FaultList.vue';
import FormQuestions from './FormQuestions.vue';
import FormSend from './FormSend.vue';
import SiteForm from './SiteForm.vue';
import { useForm } from './useForm';
import { useQuestions } from './useQuestions';

const props = defineProps<{
  view: ShownForm;
  /** Where a plain send goes, and what it says it is. */
  action: string;
  act?: string;
  /** @throws what is refused */
  send: (answers: Record<string, string>) => Promise<unknown>;
}>();
const form = useForm(`form-${props.view.form}`, () => blankOf(props.view.questions));
const { answers, sending, faults, trouble } = form;
const questions = useQuestions(() => props.view.questions, form);

async function submit(): Promise<void> {
  if (questions.at.value < questions.steps.value.length - 1) return questions.next();
  await form.send(() => props.send(JSON.parse(JSON.stringify(answers)) as Record<string, string>));
}
</script>

<template>
  <SiteForm
    :name="`form-${view.form}`"
    :act="act"
    :action="action"
    :enctype="enctypeOf(view.questions)"
    class="form"
    :aria-busy="sending"
    @send="submit"
  >
    <input v-if="act" type="hidden" name="form" :value="view.form" />
    <FaultList :faults="faults" :trouble="trouble" prefix="k-" :open="questions.open" />
    <FormQuestions prefix="k-" :form="form" :questions="questions" :title="view.title" />
    <FormSend :questions="questions" :label="view.sendLabel" :note="view.sendNote" :sending="sending" />
  </SiteForm>
</template>
