<script setup lang="ts">
/** Choosing a new password by a link. */
import type { PlaceView } from '../../../contract';
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import { call } from '../calls';
import FaultList from '../form/FaultList.vue';
import SiteForm from '../form/SiteForm.vue';
import SiteInput from '../form/SiteInput.vue';
import { useForm } from '../form/useForm';
import { useGo } from '../go';
import SiteLink from '../SiteLink.vue';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

const props = defineProps<{ place: Extract<PlaceView, { kind: 'reset' }> }>();
const { answers, sending, faults, trouble, faultOf, send } = useForm('reset', { password: '' }, ['password']);
const go = useGo();
const HELP = says.tenOrMore;

async function reset(): Promise<void> {
  let next = '/';
  const through = await send(
    async () =>
      void (next = (await call('reset', { token: props.place.token, password: answers.password })).next ?? '/'),
    (found) =>
      found.code === 'weak-password' ? [{ at: 'password', label: says.newPassword, says: found.says }] : null,
  );
  if (through) await go(next, says.passwordSet);
}
</script>

<template>
  <main class="narrow">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <template v-if="!place.usable">
      <p>{{ says.linkUsed }}</p>
      <p>
        <SiteLink to="/forgotten" class="button">{{ says.sendNewLink }}</SiteLink>
      </p>
    </template>
    <SiteForm v-else name="reset" class="form" @send="reset">
      <FaultList :faults="faults" :trouble="trouble" prefix="r-" />
      <FieldFrame id="r-password" :label="says.newPassword" :help="HELP" :fault="faultOf('password')">
        <SiteInput
          id="r-password"
          v-model="answers.password"
          name="password"
          :input="{ kind: 'password', least: 10 }"
          :label="says.newPassword"
          required
          :bad="faultOf('password') !== null"
          :described="describedBy('r-password', faultOf('password'), HELP)"
        />
      </FieldFrame>
      <div class="form__send">
        <button class="button" type="submit" :disabled="sending">{{ says.setPassword }}</button>
      </div>
    </SiteForm>
  </main>
</template>
