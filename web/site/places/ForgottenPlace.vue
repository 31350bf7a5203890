<script setup lang="ts">
/** Asking for a link to choose a new password. The same answer for every address. */
import { ref } from 'vue';
import type { PlaceView } from '../../../contract';
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import { call } from '../calls';
import FaultList from '../form/FaultList.vue';
import SiteForm from '../form/SiteForm.vue';
import SiteInput from '../form/SiteInput.vue';
import { useForm } from '../form/useForm';
import SiteLink from '../SiteLink.vue';
import { useSite } from '../store';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

defineProps<{ place: Extract<PlaceView, { kind: 'forgotten' }> }>();
const site = useSite();
const { answers, sending, faults, trouble, faultOf, send } = useForm('forgotten', { mail: '' });
const sent = ref(site.view?.attempt?.form === 'forgotten' && site.view.attempt.through);

async function ask(): Promise<void> {
  if (await send(() => call('forgotten', { mail: answers.mail }))) sent.value = true;
}
</script>

<template>
  <main class="narrow">
    <h1 tabindex="-1">{{ place.title }}</h1>
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
    <SiteForm v-else name="forgotten" class="form" @send="ask">
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
  </main>
</template>
