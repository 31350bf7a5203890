<script setup lang="ts">
/**
 * A confirmation link: it shows which sign-up it confirms, and one click confirms, so that a program that opens every
 * link confirms nothing. On a device that did not send the form its reader chooses the password, or throws it away.
 */
import type { PlaceView } from '../../../contract';
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import { call } from '../calls';
import FaultList from '../form/FaultList.vue';
import SiteForm from '../form/SiteForm.vue';
import SiteInput from '../form/SiteInput.vue';
import { useForm } from '../form/useForm';
import { useGo } from '../go';
import SiteLink from '../SiteLink.vue';
import KitPicture from '../../kit/KitPicture.vue';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

const props = defineProps<{ place: Extract<PlaceView, { kind: 'confirm' }> }>();
const { answers, sending, faults, trouble, faultOf, send } = useForm('confirm', { password: '' }, ['password']);
const throwing = useForm('discard', {});
const go = useGo();

async function confirm(): Promise<void> {
  let next = '/';
  const { token } = props.place;
  const work = async () => void (next = (await call('confirm', { token, password: answers.password })).next ?? '/');
  if (await send(work)) await go(next, says.thanksConfirmed);
}

async function discard(): Promise<void> {
  if (await throwing.send(() => call('discard', { token: props.place.token }))) await go('/withdrawn');
}
</script>

<template>
  <main class="narrow">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <p>{{ place.says }}</p>
    <template v-if="place.state === 'ready'">
      <dl v-if="place.choosesPassword" class="answers">
        <div v-for="answer in place.answers" :key="answer.label">
          <dt>{{ answer.label }}</dt>
          <dd>
            <KitPicture v-if="answer.picture" :id="answer.picture" :label="answer.label" /><template v-else>{{
              answer.value
            }}</template>
          </dd>
        </div>
      </dl>
      <SiteForm name="confirm" act="confirm" class="form" @send="confirm">
        <FaultList :faults="faults" :trouble="trouble" prefix="c-" />
        <FieldFrame
          v-if="place.choosesPassword"
          id="c-password"
          :label="says.password"
          :help="says.passwordHelp"
          :fault="faultOf('password')"
        >
          <SiteInput
            id="c-password"
            v-model="answers.password"
            name="password"
            :input="{ kind: 'password', least: 10 }"
            :label="says.password"
            required
            :bad="faultOf('password') !== null"
            :described="describedBy('c-password', faultOf('password'), says.passwordHelp)"
          />
        </FieldFrame>
        <div class="form__send">
          <button type="submit" class="button" :disabled="sending">{{ says.yesConfirm }}</button>
        </div>
      </SiteForm>
      <SiteForm name="discard" act="discard" class="form discard" @send="discard">
        <p v-if="throwing.trouble.value" class="field__fault" role="alert">{{ throwing.trouble.value }}</p>
        <p class="quiet">
          {{ says.notYou }}
          <button type="submit" class="linklike" :disabled="throwing.sending.value">
            {{ says.throwAway }}
          </button>
        </p>
      </SiteForm>
    </template>
    <p v-else>
      <SiteLink to="/sign-in?next=/joining" class="button button--plain">
        {{ place.state === 'done' ? says.goToApplication : says.signIn }}
      </SiteLink>
    </p>
  </main>
</template>
