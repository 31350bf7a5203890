<script setup lang="ts">
/** Signing in at the desk; on a new site, making its owner. */
import { nextTick, onMounted, reactive, ref } from 'vue';
import { VBtn } from 'vuetify/components/VBtn';
import FieldFrame from '../../kit/fields/FieldFrame.vue';
import FieldInput from '../../kit/fields/FieldInput.vue';
import { calls, troubleOf, type Trouble } from '../calls';

const emit = defineEmits<{ done: [] }>();
const begin = ref<{ siteName: string; firstRun: boolean }>();
const form = reactive({ siteName: '', name: '', mail: '', password: '' });
const trouble = ref<Trouble | null>(null);
const sending = ref(false);
const fault = (at: string) => trouble.value?.faults?.find((item) => item.at === at)?.says ?? null;

onMounted(async () => {
  document.title = 'Sign in · Desk';
  try {
    begin.value = await calls.begin({});
  } catch (error) {
    trouble.value = troubleOf(error);
  }
});

async function send(): Promise<void> {
  sending.value = true;
  try {
    if (begin.value?.firstRun) await calls.firstRun({ ...form });
    else await calls.signIn({ mail: form.mail, password: form.password });
    emit('done');
  } catch (error) {
    trouble.value = troubleOf(error);
    await nextTick();
    document.querySelector<HTMLElement>('.lonely [aria-invalid="true"]')?.focus();
  } finally {
    sending.value = false;
  }
}
</script>

<template>
  <main class="lonely">
    <form v-if="begin" class="lonely__form" novalidate @submit.prevent="send">
      <p class="lonely__brand">Admissa</p>
      <h1>{{ begin.firstRun ? 'A new site' : 'The desk' }}</h1>
      <p class="quiet">{{ begin.firstRun ? 'You are the first here: tell us the name of your association and yours, and the desk is yours.' : begin.siteName }}</p>
      <p v-if="trouble && !trouble.faults" class="field__fault" role="alert">{{ trouble.says }}</p>
      <template v-if="begin.firstRun">
        <FieldFrame id="siteName" label="Name of the association" :fault="fault('siteName')"><FieldInput id="siteName" v-model="form.siteName" :input="{ kind: 'text', long: false, longest: 120, autocomplete: 'organization' }" label="Name of the association" required :bad="fault('siteName') !== null" :described="fault('siteName') !== null" /></FieldFrame>
        <FieldFrame id="name" label="Your name" :fault="fault('name')"><FieldInput id="name" v-model="form.name" :input="{ kind: 'text', long: false, longest: 120, autocomplete: 'name' }" label="Your name" required :bad="fault('name') !== null" :described="fault('name') !== null" /></FieldFrame>
      </template>
      <FieldFrame id="mail" label="Mail address" :fault="fault('mail')"><FieldInput id="mail" v-model="form.mail" :input="{ kind: 'mail' }" label="Mail address" required autocomplete="username" :bad="fault('mail') !== null" :described="fault('mail') !== null" /></FieldFrame>
      <FieldFrame id="password" label="Password" :help="begin.firstRun ? '10 characters or more.' : null" :fault="fault('password')"><FieldInput id="password" v-model="form.password" :input="{ kind: 'password', least: 10 }" label="Password" required :autocomplete="begin.firstRun ? 'new-password' : 'current-password'" :bad="fault('password') !== null" :described="begin.firstRun || fault('password') !== null" /></FieldFrame>
      <VBtn type="submit" color="primary" variant="flat" :disabled="sending">{{ begin.firstRun ? 'Make this site mine' : 'Sign in' }}</VBtn>
    </form>
    <p v-else-if="trouble" class="field__fault" role="alert">{{ trouble.says }}</p>
  </main>
</template>
