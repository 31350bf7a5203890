<script setup lang="ts">
/** The session has ended: sign in over the page and go on where one was. */
import { nextTick, reactive, watch } from 'vue';
import { VDialog } from 'vuetify/components/VDialog';
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import FieldInput from '../../kit/fields/FieldInput.vue';
import KitButton from '../../kit/KitButton.vue';
import { calls, sessionEnded } from '../base/calls';
import { useSending } from '../base/sending';
import { useFresh } from '../base/session';
import { reader } from '../base/reader';
import { signInSays } from './signIn.sentences';

const says = signInSays(reader);

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
      <h2 id="again-title">{{ says.ended }}</h2>
      <p>{{ says.goOn }}</p>
      <p v-if="trouble && !trouble.faults" class="field__fault" role="alert">{{ trouble.says }}</p>
      <FieldFrame id="again-mail" :label="says.email" :fault="fault('mail')">
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
      <FieldFrame id="again-password" :label="says.password" :fault="fault('password')">
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
        <KitButton @click="elsewhere">{{ says.leaveTheDesk }}</KitButton>
        <KitButton type="submit" kind="primary" :disabled="busy">{{ says.signInAndGoOn }}</KitButton>
      </div>
    </form>
  </VDialog>
</template>
