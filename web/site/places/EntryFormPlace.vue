<script setup lang="ts">
/** The form of an entry: a new one, or one that is changed. */
import { useRouter } from 'vue-router';
import type { PlaceView } from '../../../contract';
import { siteSays } from '../../../contract/site.sentences';
import { useReader } from '../../kit/reader';
import { call } from '../calls';
import { blankOf } from '../form/blank';
import FaultList from '../form/FaultList.vue';
import FormQuestions from '../form/FormQuestions.vue';
import SiteForm from '../form/SiteForm.vue';
import { useForm } from '../form/useForm';
import { useQuestions } from '../form/useQuestions';
import { goTo } from '../go';
import SiteLink from '../SiteLink.vue';

const says = siteSays(useReader());
const props = defineProps<{ place: Extract<PlaceView, { kind: 'entryForm' }> }>();
const router = useRouter();
const form = useForm(props.place.form, () => blankOf(props.place.questions));
const { answers, sending, faults, trouble } = form;
const questions = useQuestions(() => props.place.questions, form);
const address = props.place.board.href.replace('/boards/', '');

async function submit(event: Event): Promise<void> {
  const button = event instanceof SubmitEvent ? event.submitter?.getAttribute('value') : null;
  const then = button === 'keep' ? 'keep' : 'send';
  await form.send(async () => {
    const given = JSON.parse(JSON.stringify(answers)) as Record<string, string>;
    const { next } = await call('writeEntry', { board: address, entry: props.place.entry, answers: given, then });
    await goTo(router, next);
  });
}
</script>

<template>
  <main class="narrow">
    <p class="entry__board">
      <SiteLink :to="place.board.href">{{ place.board.label }}</SiteLink>
    </p>
    <h1 tabindex="-1">{{ place.title }}</h1>
    <SiteForm
      :name="place.form"
      :action="place.entry === null ? `/post/${address}` : `/edit/${place.entry}`"
      class="form"
      :aria-busy="sending"
      @send="submit"
    >
      <input type="hidden" name="board" :value="address" />
      <FaultList :faults="faults" :trouble="trouble" prefix="k-" :open="questions.open" />
      <FormQuestions prefix="k-" :form="form" :questions="questions" :title="place.title" />
      <div class="form__send">
        <button class="button" type="submit" name="then" value="send" :disabled="sending">
          {{ sending ? says.sending : place.sendLabel }}
        </button>
        <button
          v-if="place.keeps"
          class="button button--plain"
          type="submit"
          name="then"
          value="keep"
          :disabled="sending"
        >
          {{ says.keepDraft }}
        </button>
        <p v-if="place.sendNote" class="quiet">{{ place.sendNote }}</p>
      </div>
    </SiteForm>
  </main>
</template>
