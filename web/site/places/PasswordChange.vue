<script setup lang="ts">
/** Changing the password; all other devices are signed out by it. */
import { reactive } from 'vue';
import FieldFrame from '../../kit/fields/FieldFrame.vue';
import FaultList from '../FaultList.vue';
import SiteInput from '../SiteInput.vue';
import { useGo } from '../go';
import { useSend } from '../useSend';

const form = reactive({ current: '', password: '' });
const { sending, faults, trouble, faultOf, send } = useSend();
const go = useGo();

async function change(): Promise<void> {
  const through = await send(
    async () => {
      const { calls } = await import('../calls');
      await calls.changePassword({ ...form });
    },
    (found) => {
      if (found.code === 'wrong-password') return [{ at: 'current', label: 'Present password', says: found.says }];
      return found.code === 'weak-password' ? [{ at: 'password', label: 'New password', says: found.says }] : null;
    },
  );
  if (!through) return;
  Object.assign(form, { current: '', password: '' });
  await go('/account', 'Your password is changed. All other devices are signed out.');
}
</script>

<template>
  <form class="act form" novalidate @submit.prevent="change">
    <h2>Change your password</h2>
    <FaultList :faults="faults" :trouble="trouble" prefix="p-" />
    <FieldFrame id="p-current" label="Present password" :fault="faultOf('current')">
      <SiteInput id="p-current" v-model="form.current" :input="{ kind: 'password', least: 1 }" label="Present password" required :bad="faultOf('current') !== null" :described="faultOf('current') !== null" autocomplete="current-password" />
    </FieldFrame>
    <FieldFrame id="p-password" label="New password" help="10 characters or more." :fault="faultOf('password')">
      <SiteInput id="p-password" v-model="form.password" :input="{ kind: 'password', least: 10 }" label="New password" required :bad="faultOf('password') !== null" described />
    </FieldFrame>
    <div class="form__send"><button class="button" type="submit" :disabled="sending">Change it</button></div>
  </form>
</template>
