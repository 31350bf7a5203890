<script setup lang="ts">
/** The staff member's own account: password, where one is signed in, light and keys. */
import { useQuery } from '@pinia/colada';
import { computed, reactive } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import { VRadio } from 'vuetify/components/VRadio';
import { VRadioGroup } from 'vuetify/components/VRadioGroup';
import KitButton from '../../kit/KitButton.vue';
import Trouble from '../../kit/Trouble.vue';
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import FieldInput from '../../kit/fields/FieldInput.vue';
import { calls } from '../base/calls';
import { useNotice } from '../base/notice';
import { useSending } from '../base/sending';
import { reader } from '../base/reader';
import { accountSays } from './account.sentences';
import { letterKeys, light, type Light } from '../base/preferences';

const says = accountSays(reader);
defineProps<{ me: { name: string; mail: string } }>();
const sessions = useQuery({ key: ['sessions'], query: () => calls.staff.sessions({}) });
const form = reactive({ current: '', password: '' });
const { busy, trouble, send } = useSending();
const ending = useSending();
/** A refusal of the new password stands beside that, every other one beside the present one. */
const faults = computed(() => {
  const fault = trouble.value?.says ?? null;
  const weak = trouble.value?.code === 'weak-password';
  return { current: weak ? null : fault, password: weak ? fault : null };
});
const notice = useNotice();
const lights: [Light, string][] = [
  ['system', says.asMachine],
  ['light', says.light],
  ['dark', says.dark],
];

async function change(): Promise<void> {
  const done = await send((sent) => calls.staff.changePassword({ ...form }, sent));
  if (!done) return;
  Object.assign(form, { current: '', password: '' });
  notice.tell(says.passwordChanged);
  await sessions.refetch();
}

async function end(id: string, says: string): Promise<void> {
  const done = await ending.send((sent) => calls.staff.endSession({ id }, sent));
  notice.tell(done ? says : (ending.trouble.value?.says ?? null));
  if (done) await sessions.refetch();
}
</script>

<template>
  <div class="account">
    <section>
      <div class="section-head">
        <h2>{{ me.name }}</h2>
        <span class="section-head__note quiet">{{ me.mail }}</span>
      </div>
      <form novalidate class="account__form" @submit.prevent="change">
        <FieldFrame id="current" :label="says.presentPassword" :fault="faults.current">
          <FieldInput
            id="current"
            v-model="form.current"
            kind="password"
            required
            autocomplete="current-password"
            :bad="faults.current !== null"
            :described="describedBy('current', faults.current, null)"
          />
        </FieldFrame>
        <FieldFrame id="next" :label="says.newPassword" :help="says.tenOrMore" :fault="faults.password">
          <FieldInput
            id="next"
            v-model="form.password"
            kind="password"
            required
            :bad="faults.password !== null"
            :described="describedBy('next', faults.password, true)"
          />
        </FieldFrame>
        <KitButton type="submit" kind="primary" :disabled="busy">{{ says.changeMyPassword }}</KitButton>
      </form>
      <fieldset class="account__set">
        <legend>{{ says.light }}</legend>
        <VRadioGroup v-model="light" class="kit-tick" :aria-label="says.light">
          <VRadio v-for="[value, label] in lights" :key="value" :value="value" :label="label" />
        </VRadioGroup>
      </fieldset>
      <fieldset class="account__set">
        <legend>{{ says.keys }}</legend>
        <VCheckbox v-model="letterKeys" class="kit-tick" :label="says.letterKeys" />
      </fieldset>
    </section>
    <section>
      <div class="section-head">
        <h2>{{ says.whereSignedIn }}</h2>
      </div>
      <Trouble v-if="sessions.error.value" :error="sessions.error.value" @again="sessions.refetch()" />
      <ul class="account__sessions">
        <li v-for="session in sessions.data.value?.sessions ?? []" :key="session.id">
          <span
            ><b>{{ session.device }}</b
            >&#32; <span class="quiet">{{ session.here ? says.thisDevice : session.seen }}</span></span
          >
          <KitButton v-if="!session.here" small @click="end(session.id, says.deviceOut)">{{
            says.signOutThere
          }}</KitButton>
        </li>
      </ul>
      <KitButton v-if="(sessions.data.value?.sessions.length ?? 0) > 2" small @click="end('others', says.othersOut)">{{
        says.signOutEverywhereElse
      }}</KitButton>
    </section>
  </div>
</template>

<style src="./account.css"></style>
