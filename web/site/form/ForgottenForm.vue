<script setup lang="ts">
/** Asking for a link to choose a new password. The same answer for every address. */
import { ref } from 'vue';
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import { call } from '../calls';
import FaultList from './FaultList.vue';
import SiteForm from './SiteForm.vue';
import SiteInput from './SiteInput.vue';
import { useForm } from './useForm';
import SiteLink from '../SiteLink.vue';
import { useSite } from '../store';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

defineProps<{
  /** Where a plain send goes, if not to the address it stands at. */
  action?: string;
}>();
const site = useSite();
const { answers, sending, faults, trouble, faultOf, send } = useForm('forgotten', { mail: '' });
const sent = ref(site.view?.attempt?.form === 'forgotten' && site.view.attempt.through);

async function ask(): Promise<void> {
  if (await send(() => call('forgotten', { mail: answers.mail }))) sent.value = true;
}
</script>

<template>
  <template v-if="sent">
    <p role="status">
      {{ says.written }}
    </p>
    <p class="quiet">
      {{ says.nothingCame }}
      <SiteLink to="/forgotten"
        ><span @click="sent = false">{{ says.tryAnother }}</span></SiteLink
      >
    </p>
  </template>
  <SiteForm v-else name="forgotten" :action="action" class="form" @send="ask">
    <p class="quiet">{{ says.tellAddress }}</p>
    <FaultList :faults="faults" :trouble="trouble" prefix="g-" />
    <FieldFrame id="g-mail" :label="says.email" :fault="faultOf('mail')">
      <SiteInput
        id="g-mail"
        v-model="answers.mail"
        name="mail"
        :input="{ kind: 'mail' }"
        :label="says.email"
        required
        :bad="faultOf('mail') !== null"
        :described="describedBy('g-mail', faultOf('mail'), null)"
        autocomplete="username"
      />
    </FieldFrame>
    <div class="form__send">
      <button class="button" type="submit" :disabled="sending">{{ says.sendLink }}</button>
    </div>
  </SiteForm>
</template>
