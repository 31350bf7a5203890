<script setup lang="ts">
/** Choosing a new password by a link. */
import { ref } from 'vue';
import type { PlaceView } from '../../../contract';
import FieldFrame from '../../kit/fields/FieldFrame.vue';
import FaultList from '../FaultList.vue';
import SiteInput from '../SiteInput.vue';
import SiteLink from '../SiteLink.vue';
import { useGo } from '../go';
import { useSend } from '../useSend';

const props = defineProps<{ place: Extract<PlaceView, { kind: 'reset' }> }>();
const password = ref('');
const { sending, faults, trouble, faultOf, send } = useSend();
const go = useGo();

async function reset(): Promise<void> {
  let next = '/';
  const through = await send(
    async () => {
      const { calls } = await import('../calls');
      next = (await calls.reset({ token: props.place.token, password: password.value })).next;
    },
    (found) => (found.code === 'weak-password' ? [{ at: 'password', label: 'New password', says: found.says }] : null),
  );
  if (through) await go(next, 'Your new password is set, and you are signed in.');
}
</script>

<template>
  <main class="narrow">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <template v-if="!place.usable">
      <p>This link has been used or is too old. Ask for a new one.</p>
      <p><SiteLink to="/forgotten" class="button">Send me a new link</SiteLink></p>
    </template>
    <form v-else class="form" novalidate @submit.prevent="reset">
      <FaultList :faults="faults" :trouble="trouble" prefix="r-" />
      <FieldFrame id="r-password" label="New password" help="10 characters or more." :fault="faultOf('password')">
        <SiteInput id="r-password" v-model="password" :input="{ kind: 'password', least: 10 }" label="New password" required :bad="faultOf('password') !== null" described />
      </FieldFrame>
      <div class="form__send"><button class="button" type="submit" :disabled="sending">Set this password</button></div>
    </form>
  </main>
</template>
