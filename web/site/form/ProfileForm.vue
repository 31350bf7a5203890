<script setup lang="ts">
/** What a member may change of their own profile; the page greets by it as soon as it is kept. */
import { computed } from 'vue';
import type { PlaceView } from '../../../contract';
import { useReader } from '../../kit/reader';
import { call } from '../calls';
import { blankOf, enctypeOf } from './blank';
import FaultList from './FaultList.vue';
import FormQuestions from './FormQuestions.vue';
import FormSend from './FormSend.vue';
import SiteForm from './SiteForm.vue';
import { useForm } from './useForm';
import { useQuestions } from './useQuestions';
import { useGo } from '../go';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());
const props = defineProps<{ place: Extract<PlaceView, { kind: 'account' }> }>();
const form = useForm('profile', () => blankOf(props.place.questions));
const { answers, sending, faults, trouble, send } = form;
const questions = useQuestions(() => props.place.questions, form);
const asked = computed(() => props.place.questions.map(({ name }) => name).join(' '));
const go = useGo();

async function keep(): Promise<void> {
  const given = JSON.parse(JSON.stringify(answers)) as Record<string, string>;
  if (await send(() => call('changeProfile', { answers: given }))) await go('/account', says.profileKept);
}
</script>

<template>
  <SiteForm
    name="profile"
    act="profile"
    action="/account"
    :enctype="enctypeOf(place.questions)"
    class="form"
    @send="keep"
  >
    <h2 class="heading">{{ says.yourProfile }}</h2>
    <FaultList :faults="faults" :trouble="trouble" prefix="o-" :open="questions.open" />
    <input type="hidden" name="asked" :value="asked" />
    <FormQuestions prefix="o-" :form="form" :questions="questions" :title="says.yourProfile" />
    <FormSend :questions="questions" :label="says.keepProfile" :sending="sending" />
  </SiteForm>
</template>
