<script setup lang="ts">
/** The session has ended: sign in over the page and go on where one was. */
import { nextTick, reactive, ref, watch } from 'vue';
import { VBtn } from 'vuetify/components/VBtn';
import { VDialog } from 'vuetify/components/VDialog';
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import FieldInput from '../../kit/fields/FieldInput.vue';
import { calls, sessionEnded, troubleOf, type Trouble } from '../calls';
import { useFresh } from '../session';

const props = defineProps<{ mail: string }>();
const form = reactive({ mail: props.mail, password: '' });
const trouble = ref<Trouble | null>(null);
const sending = ref(false);
const fresh = useFresh();
const fault = (at: string) => trouble.value?.faults?.find((item) => item.at === at)?.says ?? null;

watch(sessionEnded, async (ended) => {
  if (!ended) return;
  await nextTick();
  requestAnimationFrame(() => document.getElementById('again-password')?.focus());
});

async function signIn(): Promise<void> {
  sending.value = true;
  try {
    await calls.staff.signIn({ ...form });
    trouble.value = null;
    form.password = '';
    sessionEnded.value = false;
    await fresh();
  } catch (error) {
    trouble.value = troubleOf(error);
  } finally {
    sending.value = false;
  }
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
        <VBtn type="button" @click="elsewhere">Leave the desk</VBtn>
        <VBtn type="submit" color="primary" variant="flat" :disabled="sending">Sign in and go on</VBtn>
      </div>
    </form>
  </VDialog>
</template>
