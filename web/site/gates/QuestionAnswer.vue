<script setup lang="ts">
/** The reviewer's question: room to answer it, and afterwards what was answered. */
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import { call } from '../calls';
import SiteForm from '../form/SiteForm.vue';
import SiteInput from '../form/SiteInput.vue';
import { useForm } from '../form/useForm';
import { useGo } from '../go';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

defineProps<{ question: string; answer: string | null }>();
const { answers, sending, trouble, send } = useForm('answer', { text: '' });
const go = useGo();

async function answerIt(): Promise<void> {
  const through = await send(() => call('answer', { text: answers.text }));
  if (!through) return;
  answers.text = '';
  await go('/joining', says.thanksAnswer);
}
</script>

<template>
  <div v-if="answer !== null" class="question">
    <p>
      <b>{{ says.weAsked }}</b> {{ question }}
    </p>
    <p class="question__given">
      <b>{{ says.youAnswered }}</b> {{ answer }}
    </p>
  </div>
  <SiteForm v-else name="answer" act="answer" action="/joining" class="question" @send="answerIt">
    <p>
      <b>{{ says.question }}</b> {{ question }}
    </p>
    <FieldFrame id="answer" :label="says.yourAnswer" :fault="trouble">
      <SiteInput
        id="answer"
        v-model="answers.text"
        name="text"
        :input="{ kind: 'text', long: true, longest: 4000, autocomplete: 'off' }"
        :label="says.yourAnswer"
        required
        :bad="trouble !== null"
        :described="describedBy('answer', trouble, null)"
      />
    </FieldFrame>
    <button type="submit" class="button" :disabled="sending">{{ says.sendMyAnswer }}</button>
  </SiteForm>
</template>
