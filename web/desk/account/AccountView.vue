<script setup lang="ts">
/** The staff member's own account: password, where one is signed in, light and keys. */
import { useQuery } from '@pinia/colada';
import { reactive, ref } from 'vue';
import { VBtn } from 'vuetify/components/VBtn';
import Trouble from '../../kit/Trouble.vue';
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import FieldInput from '../../kit/fields/FieldInput.vue';
import { calls, troubleOf } from '../calls';
import { useNotice } from '../notice';
import { letterKeys, light, type Light } from '../preferences';

defineProps<{ me: { name: string; mail: string } }>();
const sessions = useQuery({ key: ['sessions'], query: () => calls.staff.sessions({}) });
const form = reactive({ current: '', password: '' });
const faults = reactive<{ current: string | null; password: string | null }>({ current: null, password: null });
const busy = ref(false);
const notice = useNotice();
const lights: [Light, string][] = [
  ['system', 'As this machine has it'],
  ['light', 'Light'],
  ['dark', 'Dark'],
];

async function change(): Promise<void> {
  busy.value = true;
  Object.assign(faults, { current: null, password: null });
  try {
    await calls.staff.changePassword({ ...form });
    Object.assign(form, { current: '', password: '' });
    notice.tell('Your password is changed. All other devices are signed out.');
    await sessions.refetch();
  } catch (error) {
    const trouble = troubleOf(error);
    faults[trouble.code === 'weak-password' ? 'password' : 'current'] = trouble.says;
  } finally {
    busy.value = false;
  }
}

async function end(id: string, says: string): Promise<void> {
  try {
    await calls.staff.endSession({ id });
    notice.tell(says);
    await sessions.refetch();
  } catch (error) {
    notice.tell(troubleOf(error).says);
  }
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
        <FieldFrame id="current" label="Present password" :fault="faults.current">
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
        <FieldFrame id="next" label="New password" help="10 characters or more." :fault="faults.password">
          <FieldInput
            id="next"
            v-model="form.password"
            kind="password"
            required
            :bad="faults.password !== null"
            :described="describedBy('next', faults.password, true)"
          />
        </FieldFrame>
        <VBtn type="submit" color="primary" variant="flat" :disabled="busy">Change my password</VBtn>
      </form>
      <fieldset class="account__set">
        <legend>Light</legend>
        <label v-for="[value, says] in lights" :key="value" class="tick"
          ><input v-model="light" type="radio" name="light" :value="value" /> {{ says }}</label
        >
      </fieldset>
      <fieldset class="account__set">
        <legend>Keys</legend>
        <label class="tick"><input v-model="letterKeys" type="checkbox" /> Letter keys are on</label>
      </fieldset>
    </section>
    <section>
      <div class="section-head"><h2>Where you are signed in</h2></div>
      <Trouble v-if="sessions.error.value" :error="sessions.error.value" @again="sessions.refetch()" />
      <ul class="account__sessions">
        <li v-for="session in sessions.data.value?.sessions ?? []" :key="session.id">
          <span
            ><b>{{ session.device }}</b>
            <span class="quiet">{{ session.here ? 'this device' : session.seen }}</span></span
          >
          <VBtn v-if="!session.here" size="small" @click="end(session.id, 'That device is signed out.')"
            >Sign out there</VBtn
          >
        </li>
      </ul>
      <VBtn
        v-if="(sessions.data.value?.sessions.length ?? 0) > 2"
        size="small"
        @click="end('others', 'All other devices are signed out.')"
        >Sign out everywhere else</VBtn
      >
    </section>
  </div>
</template>
