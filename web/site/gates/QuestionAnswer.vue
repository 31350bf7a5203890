<script setup lang="ts">
/** The reviewer's question: room to answer it, and afterwards what was answered. */
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import { call } from '../calls';
import SiteForm from '../form/SiteForm.vue';
import SiteInput from '../form/SiteInput.vue';
import { useForm } from '../form/useForm';
import { useGo } from '../go';

defineProps<{ question: string; answer: string | null }>();
const { answers, sending, trouble, send } = useForm('answer', { text: '' });
const go = useGo();

async function answerIt(): Promise<void> {
  const through = await send(() => call('answer', { text: answers.text }));
  if (!through) return;
  answers.text = '';
  await go('/joining', 'Thank you, your answer is with us.');
}
</script>

<template>
  <div v-if="answer !== null" class="question">
    <p><b>We asked:</b> {{ question }}</p>
    <p class="question__given"><b>You answered:</b> {{ answer }}</p>
  </div>
  <SiteForm v-else name="answer" act="answer" action="/joining" class="question" @send="answerIt">
    <p><b>We have a question:</b> {{ question }}</p>
    <FieldFrame id="answer" label="Your answer" :fault="trouble">
      <SiteInput
        id="answer"
        v-model="answers.text"
        name="text"
        :input="{ kind: 'text', long: true, longest: 4000, autocomplete: 'off' }"
        label="Your answer"
        required
        :bad="trouble !== null"
        :described="describedBy('answer', trouble, null)"
      />
    </FieldFrame>
    <button type="submit" class="button" :disabled="sending">Send my answer</button>
  </SiteForm>
</template>
