<script setup lang="ts">
/** Signing in. The same sentence whether or not the address is known. */
import { reactive } from 'vue';
import type { PlaceView } from '../../../contract';
import FieldFrame from '../../kit/fields/FieldFrame.vue';
import FaultList from '../FaultList.vue';
import SiteInput from '../SiteInput.vue';
import SiteLink from '../SiteLink.vue';
import { useGo } from '../go';
import { useSite } from '../store';
import { useSend } from '../useSend';

const props = defineProps<{ place: Extract<PlaceView, { kind: 'signIn' }> }>();
const form = reactive({ mail: '', password: '', remember: false });
const { sending, faults, trouble, faultOf, send } = useSend();
const go = useGo();
const site = useSite();

async function signIn(): Promise<void> {
  let next = '/';
  const through = await send(async () => {
    const { calls } = await import('../calls');
    next = (await calls.signIn({ ...form, next: props.place.next })).next;
  });
  if (through) await go(next);
}
</script>

<template>
  <main class="narrow">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <form class="form" novalidate @submit.prevent="signIn">
      <FaultList :faults="faults" :trouble="trouble" prefix="s-" />
      <FieldFrame id="s-mail" label="Mail address" :fault="faultOf('mail')"><SiteInput id="s-mail" v-model="form.mail" :input="{ kind: 'mail' }" label="Mail address" required :bad="faultOf('mail') !== null" :described="faultOf('mail') !== null" autocomplete="username" /></FieldFrame>
      <FieldFrame id="s-password" label="Password" :fault="faultOf('password')"><SiteInput id="s-password" v-model="form.password" :input="{ kind: 'password', least: 1 }" label="Password" required :bad="faultOf('password') !== null" :described="faultOf('password') !== null" autocomplete="current-password" /></FieldFrame>
      <div class="field"><SiteInput id="s-remember" v-model="form.remember" :input="{ kind: 'agreement', text: [] }" label="Keep me signed in on this device" /></div>
      <div class="form__send">
        <button class="button" type="submit" :disabled="sending">{{ sending ? 'Signing in…' : 'Sign in' }}</button>
        <SiteLink to="/forgotten">Forgotten your password?</SiteLink>
      </div>
    </form>
    <p v-if="site.view?.shell.canJoin" class="quiet">Not a member yet? <SiteLink :to="site.view.shell.canJoin.href">{{ site.view.shell.canJoin.label }}</SiteLink></p>
  </main>
</template>
