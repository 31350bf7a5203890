<script setup lang="ts">
/** What one signs in by. The same sentence whether or not the address is known. */
import type { PlaceView } from '../../../contract';
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import { call } from '../calls';
import FaultList from './FaultList.vue';
import SiteForm from './SiteForm.vue';
import SiteInput from './SiteInput.vue';
import { useForm } from './useForm';
import { useGo } from '../go';
import SiteLink from '../SiteLink.vue';
import { useSite } from '../store';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

const props = defineProps<{
  place: Extract<PlaceView, { kind: 'signIn' }>;
  /** Where a plain send goes, if not to the address it stands at. */
  action?: string;
}>();
const start = { mail: '', password: '', remember: false };
const { answers, sending, faults, trouble, faultOf, send } = useForm('sign-in', start, ['password']);
const go = useGo();
const site = useSite();

async function signIn(): Promise<void> {
  let next = '/';
  const through = await send(async () => {
    next = (await call('signIn', { ...answers, next: props.place.next })).next ?? '/';
  });
  if (through) await go(next);
}
</script>

<template>
  <SiteForm name="sign-in" :action="action" class="form" @send="signIn">
    <FaultList :faults="faults" :trouble="trouble" prefix="s-" />
    <FieldFrame id="s-mail" :label="says.email" :fault="faultOf('mail')">
      <SiteInput
        id="s-mail"
        v-model="answers.mail"
        name="mail"
        :input="{ kind: 'mail' }"
        :label="says.email"
        required
        :bad="faultOf('mail') !== null"
        :described="describedBy('s-mail', faultOf('mail'), null)"
        autocomplete="username"
      />
    </FieldFrame>
    <FieldFrame id="s-password" :label="says.password" :fault="faultOf('password')">
      <SiteInput
        id="s-password"
        v-model="answers.password"
        name="password"
        :input="{ kind: 'password', least: 1 }"
        :label="says.password"
        required
        :bad="faultOf('password') !== null"
        :described="describedBy('s-password', faultOf('password'), null)"
        autocomplete="current-password"
      />
    </FieldFrame>
    <div class="field">
      <SiteInput
        id="s-remember"
        v-model="answers.remember"
        name="remember"
        :input="{ kind: 'agreement', text: [], agree: says.keepMeIn }"
        :label="says.keepMeIn"
      />
    </div>
    <input type="hidden" name="next" :value="place.next" />
    <div class="form__send">
      <button class="button" type="submit" :disabled="sending">{{ sending ? says.signingIn : says.signIn }}</button>
      <SiteLink to="/forgotten">{{ says.forgotten }}</SiteLink>
    </div>
  </SiteForm>
  <p v-if="site.view?.shell.canJoin" class="quiet">
    {{ says.notAMemberYet }}
    <SiteLink :to="site.view.shell.canJoin.href">{{ site.view.shell.canJoin.label }}</SiteLink>
  </p>
</template>
