<script setup lang="ts">
/** The session has ended: sign in over the page and go on where one was. */
import { nextTick, reactive, watch } from 'vue';
import { VDialog } from 'vuetify/components/VDialog';
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import FieldInput from '../../kit/fields/FieldInput.vue';
import KitButton from '../../kit/KitButton.vue';
import { calls, sessionEnded } from '../calls';
import { useSending } from '../sending';
import { useFresh } from '../session';

const props = defineProps<{ mail: string }>();
const form = reactive({ mail: props.mail, password: '' });
const { busy, trouble, send, fault } = useSending();
const fresh = useFresh();

watch(sessionEnded, async (ended) => {
  if (!ended) return;
  await nextTick();
  requestAnimationFrame(() => document.getElementById('again-password')?.focus());
});

async function signIn(): Promise<void> {
  if (!(await send(() => calls.staff.signIn({ ...form })))) return;
  form.password = '';
  sessionEnded.value = false;
  await fresh();
}
const elsewhere = () => location.assign('/desk');
</script>

<template>
  <VDialog :model-value="sessionEnded" persistent width="400" aria-labelledby="again-title">
    <form class="panel" novalidate @submit.prevent="signIn">
      <h2 id="again-title">Your session has ended</h2>
      <p>Sign in again and go on: what you have written is still here.</p>
      <p v-if="trouble && !trouble.faults" class="field__fault" role="alert">{{ trouble.says }}</p>
      <FieldFrame id="again-mail" label="Email" :fault="fault('mail')">
        <FieldInput
          id="again-mail"
          v-model="form.mail"
          kind="mail"
          required
          autocomplete="username"
          :bad="fault('mail') !== null"
          :described="describedBy('again-mail', fault('mail'), null)"
        />
      </FieldFrame>
      <FieldFrame id="again-password" label="Password" :fault="fault('password')">
        <FieldInput
          id="again-password"
          v-model="form.password"
          kind="password"
          required
          autocomplete="current-password"
          :bad="fault('password') !== null"
          :described="describedBy('again-password', fault('password'), null)"
        />
      </FieldFrame>
      <div class="panel__foot">
        <KitButton @click="elsewhere">Leave the desk</KitButton>
        <KitButton type="submit" kind="primary" :disabled="busy">Sign in and go on</KitButton>
      </div>
    </form>
  </VDialog>
</template>
