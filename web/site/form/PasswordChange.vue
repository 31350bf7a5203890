<script setup lang="ts">
/** Changing the password; all other devices are signed out by it. */
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import { call } from '../calls';
import FaultList from './FaultList.vue';
import SiteForm from './SiteForm.vue';
import SiteInput from './SiteInput.vue';
import { useForm } from './useForm';
import { useGo } from '../go';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

const start = { current: '', password: '' };
const { answers, sending, faults, trouble, faultOf, send } = useForm('password', start, ['current', 'password']);
const go = useGo();
const HELP = says.tenOrMore;

async function change(): Promise<void> {
  const through = await send(
    () => call('changePassword', { ...answers }),
    (found) => {
      if (found.code === 'wrong-password') return [{ at: 'current', label: says.presentPassword, says: found.says }];
      return found.code === 'weak-password' ? [{ at: 'password', label: says.newPassword, says: found.says }] : null;
    },
  );
  if (!through) return;
  Object.assign(answers, start);
  await go('/account', says.passwordChanged);
}
</script>

<template>
  <SiteForm name="password" act="password" action="/account" class="act form" @send="change">
    <h2>{{ says.changeYourPassword }}</h2>
    <FaultList :faults="faults" :trouble="trouble" prefix="p-" />
    <FieldFrame id="p-current" :label="says.presentPassword" :fault="faultOf('current')">
      <SiteInput
        id="p-current"
        v-model="answers.current"
        name="current"
        :input="{ kind: 'password', least: 1 }"
        :label="says.presentPassword"
        required
        :bad="faultOf('current') !== null"
        :described="describedBy('p-current', faultOf('current'), null)"
        autocomplete="current-password"
      />
    </FieldFrame>
    <FieldFrame id="p-password" :label="says.newPassword" :help="HELP" :fault="faultOf('password')">
      <SiteInput
        id="p-password"
        v-model="answers.password"
        name="password"
        :input="{ kind: 'password', least: 10 }"
        :label="says.newPassword"
        required
        :bad="faultOf('password') !== null"
        :described="describedBy('p-password', faultOf('password'), HELP)"
      />
    </FieldFrame>
    <div class="form__send">
      <button class="button" type="submit" :disabled="sending">{{ says.changeIt }}</button>
    </div>
  </SiteForm>
</template>
