<script setup lang="ts">
/** A signup form, as it is filled in and sent. */
import { useRouter } from 'vue-router';
import type { PlaceView } from '../../../contract';
import { call } from '../calls';
import { blankOf, enctypeOf } from './blank';
import FaultList from './FaultList.vue';
import FormQuestions from './FormQuestions.vue';
import FormSend from './FormSend.vue';
import SiteForm from './SiteForm.vue';
import { useForm } from './useForm';
import { useQuestions } from './useQuestions';
import { goTo } from '../go';
import { useSite } from '../store';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

const props = defineProps<{
  place: Extract<PlaceView, { kind: 'join' }>;
  /** Where a plain send goes, if not to the address it stands at. */
  action?: string;
}>();
const blank: Record<string, unknown> = { ...blankOf(props.place.questions), website: '' };
const form = useForm(`join-${props.place.form}`, blank, ['password']);
const { answers, sending, faults, trouble, send } = form;
const questions = useQuestions(() => props.place.questions, form);
const router = useRouter();
const site = useSite();

async function submit(): Promise<void> {
  if (questions.at.value < questions.steps.value.length - 1) return questions.next();
  await send(async () => {
    const { website, opened: _, ...given } = answers;
    const { next = '/joining' } = await call('join', {
      form: props.place.form,
      once: props.place.once,
      answers: JSON.parse(JSON.stringify(given)) as Record<string, string>,
      invitation: props.place.invitation,
      embedded: site.view?.path.startsWith('/embed/') ?? false,
      website: String(website),
      // As long as the site has been open in this tab: somebody who comes back to what is kept has only to send it.
      took: performance.now(),
    });
    await goTo(router, next);
  });
}
</script>

<template>
  <p class="quiet">{{ place.intro }}</p>
  <p v-if="place.before" class="notice">{{ place.before }}</p>
  <div v-if="place.costs" class="costs">
    <b>{{ place.costs.says }}</b>
    <ul>
      <li v-for="price in place.costs.prices" :key="price">{{ price }}</li>
    </ul>
  </div>
  <SiteForm
    :name="`join-${place.form}`"
    :action="action"
    :enctype="enctypeOf(place.questions)"
    class="form"
    :aria-busy="sending"
    @send="submit"
  >
    <FaultList :faults="faults" :trouble="trouble" prefix="f-" :open="questions.open" />
    <FormQuestions prefix="f-" :form="form" :questions="questions" :title="place.title" />
    <div class="trap" aria-hidden="true">
      <label for="f-website">{{ says.leaveThisEmpty }}</label>
      <input id="f-website" v-model="answers['website']" name="website" tabindex="-1" autocomplete="off" />
    </div>
    <input v-if="place.invitation" type="hidden" name="invitation" :value="place.invitation" />
    <input type="hidden" name="once" :value="place.once" />
    <input type="hidden" name="opened" :value="site.view?.attempt?.typed['opened'] ?? place.opened" />
    <FormSend :questions="questions" :label="place.sendLabel" :note="place.sendNote" :sending="sending" />
  </SiteForm>
</template>
