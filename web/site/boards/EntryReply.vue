<script setup lang="ts">
/** Says something to whoever posted an entry, without showing an address. */
import type { EntryView } from '../../../contract';
import { siteSays } from '../../../contract/site.sentences';
import { useReader } from '../../kit/reader';
import { call } from '../calls';
import { blankOf } from '../form/blank';
import FaultList from '../form/FaultList.vue';
import FormQuestions from '../form/FormQuestions.vue';
import FormSend from '../form/FormSend.vue';
import SiteForm from '../form/SiteForm.vue';
import { useForm } from '../form/useForm';
import { useQuestions } from '../form/useQuestions';
import { useGo } from '../go';

const says = siteSays(useReader());
const props = defineProps<{ place: EntryView; reply: NonNullable<EntryView['reply']> }>();
const go = useGo();
const form = useForm(props.reply.form, () => blankOf(props.reply.questions));
const { answers, sending, faults, trouble } = form;
const questions = useQuestions(() => props.reply.questions, form);

async function submit(): Promise<void> {
  await form.send(async () => {
    const given = JSON.parse(JSON.stringify(answers)) as Record<string, string>;
    const { next } = await call('replyToEntry', { entry: props.place.number, answers: given });
    Object.assign(answers, blankOf(props.reply.questions));
    await go(next, says.replied);
  });
}
</script>

<template>
  <section class="entry__acts">
    <h2>{{ says.replyHead }}</h2>
    <SiteForm
      :name="reply.form"
      act="reply"
      :action="`/entries/${place.number}`"
      class="form"
      :aria-busy="sending"
      @send="submit"
    >
      <input type="hidden" name="board" :value="place.board.href.replace('/boards/', '')" />
      <FaultList :faults="faults" :trouble="trouble" prefix="r-" :open="questions.open" />
      <FormQuestions prefix="r-" :form="form" :questions="questions" :title="reply.title" />
      <FormSend :questions="questions" :label="reply.sendLabel" :note="reply.sendNote" :sending="sending" />
    </SiteForm>
  </section>
</template>
