<script setup lang="ts">
/** Asking for a link to choose a new password. The same answer for every address. */
import { ref } from 'vue';
import FieldFrame from '../../kit/fields/FieldFrame.vue';
import FaultList from '../FaultList.vue';
import SiteInput from '../SiteInput.vue';
import { useSend } from '../useSend';

const mail = ref('');
const sent = ref<string | null>(null);
const { sending, faults, trouble, faultOf, send } = useSend();

async function ask(): Promise<void> {
  const through = await send(async () => {
    const { calls } = await import('../calls');
    await calls.forgotten({ mail: mail.value });
  });
  if (through) sent.value = mail.value.trim();
}
</script>

<template>
  <main class="narrow">
    <h1 tabindex="-1">Forgotten password</h1>
    <template v-if="sent">
      <p role="status">We have written to <b>{{ sent }}</b>. The mail has a link to choose a new password; it works for an hour.</p>
      <p class="quiet">Nothing came? Look in your junk folder, or <button type="button" class="linklike" @click="sent = null">try another address</button>.</p>
    </template>
    <form v-else class="form" novalidate @submit.prevent="ask">
      <p class="quiet">Tell us your mail address and we send you a link to choose a new one.</p>
      <FaultList :faults="faults" :trouble="trouble" prefix="g-" />
      <FieldFrame id="g-mail" label="Mail address" :fault="faultOf('mail')"><SiteInput id="g-mail" v-model="mail" :input="{ kind: 'mail' }" label="Mail address" required :bad="faultOf('mail') !== null" :described="faultOf('mail') !== null" autocomplete="username" /></FieldFrame>
      <div class="form__send"><button class="button" type="submit" :disabled="sending">Send me the link</button></div>
    </form>
  </main>
</template>
