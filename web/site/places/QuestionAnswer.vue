<script setup lang="ts">
/** The reviewer's question, and the room to answer it. */
import { ref } from 'vue';
import FieldFrame from '../../kit/fields/FieldFrame.vue';
import SiteInput from '../SiteInput.vue';
import { useGo } from '../go';
import { useSend } from '../useSend';

defineProps<{ question: string }>();
const text = ref('');
const { sending, trouble, send } = useSend();
const go = useGo();

async function answer(): Promise<void> {
  const through = await send(async () => {
    const { calls } = await import('../calls');
    await calls.answer({ text: text.value });
  });
  if (through) await go('/joining', 'Thank you, your answer is with us.');
}
</script>

<template>
  <form class="question" novalidate @submit.prevent="answer">
    <p><b>We have a question:</b> {{ question }}</p>
    <FieldFrame id="answer" label="Your answer" :fault="trouble">
      <SiteInput id="answer" v-model="text" :input="{ kind: 'text', long: true, longest: 4000, autocomplete: 'off' }" label="Your answer" required :bad="trouble !== null" :described="trouble !== null" />
    </FieldFrame>
    <button type="submit" class="button" :disabled="sending">Send my answer</button>
  </form>
</template>
