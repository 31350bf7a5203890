<script setup lang="ts">
/** An application that is on its way: the limit, the answers, likely duplicates; admit, decline or ask. */
import { nextTick, ref } from 'vue';
import { VBtn } from 'vuetify/components/VBtn';
import type { ApplicationView } from '../../../contract';
import LimitRuler from '../../kit/LimitRuler.vue';
import StandingMark from '../../kit/StandingMark.vue';
import FieldFrame from '../../kit/fields/FieldFrame.vue';
import FieldInput from '../../kit/fields/FieldInput.vue';
import { calls, troubleOf } from '../calls';
import { useLetter } from '../frame/keys';
import { useNotice } from '../notice';
import { useFresh } from '../session';

const props = defineProps<{ application: ApplicationView; firstName: string }>();
const asking = ref<'decline' | 'question' | null>(null);
const text = ref('');
const fault = ref<string | null>(null);
const busy = ref(false);
const notice = useNotice();
const fresh = useFresh();

/** Afterwards the sheet tells the outcome; where the pressed button has gone, its head has the focus. */
async function act(call: () => Promise<{ says: string }>): Promise<void> {
  if (busy.value) return;
  busy.value = true;
  notice.says = null;
  try {
    notice.says = (await call()).says;
    fault.value = null;
    asking.value = null;
    text.value = '';
    await fresh();
    await nextTick();
    if (document.activeElement === document.body) document.querySelector<HTMLElement>('.sheet__head button')?.focus();
  } catch (error) {
    fault.value = troubleOf(error).says;
    // Someone may have been quicker: show what stands now.
    if (troubleOf(error).code === 'already-done') await fresh();
  } finally {
    busy.value = false;
  }
}
const { id } = props.application;
const admit = () => act(() => calls.approve({ id }));
const decline = () => act(() => calls.decline({ id, reason: text.value }));
const ask = () => act(() => calls.ask({ id, text: text.value }));

async function start(what: 'decline' | 'question'): Promise<void> {
  asking.value = what;
  fault.value = null;
  await nextTick();
  document.getElementById('review-text')?.focus();
}
useLetter('y', () => {
  if (props.application.canReview && !asking.value) void admit();
});
useLetter('n', () => {
  if (props.application.canReview) void start('decline');
});
</script>

<template>
  <section class="review" aria-label="Application">
    <p class="review__says">{{ application.says }}</p>
    <LimitRuler v-if="application.limit" :limit="application.limit" />
    <dl class="sheet__facts"><template v-for="answer in application.answers" :key="answer.label"><dt>{{ answer.label }}</dt><dd>{{ answer.value }}</dd></template></dl>
    <div v-if="application.duplicates.length" class="review__twins">
      <h3>Perhaps here already</h3>
      <ul><li v-for="twin in application.duplicates" :key="twin.member"><RouterLink :to="{ path: '/desk/members', query: { person: twin.member } }">{{ twin.name }}</RouterLink> <StandingMark :standing="twin.standing" /> <span class="quiet">{{ twin.why }}</span></li></ul>
    </div>
    <div v-if="application.question" class="review__question">
      <h3>Asked</h3>
      <p>{{ application.question.text }}</p>
      <p :class="{ quiet: !application.question.answer }">{{ application.question.answer ?? `${firstName} has not answered yet.` }}</p>
    </div>
    <template v-if="application.canReview">
      <p class="quiet">A yes gives {{ application.grants }}.</p>
      <form v-if="asking" novalidate @submit.prevent="asking === 'decline' ? decline() : ask()">
        <FieldFrame id="review-text" :label="asking === 'decline' ? `Why not? ${firstName} reads this` : `Your question to ${firstName}`" :fault="fault">
          <FieldInput id="review-text" v-model="text" :input="{ kind: 'text', long: true, longest: 2000, autocomplete: 'off' }" label="Text" required :bad="fault !== null" :described="fault !== null" />
        </FieldFrame>
        <div class="review__acts">
          <VBtn type="submit" :color="asking === 'decline' ? 'error' : 'primary'" :variant="asking === 'decline' ? 'outlined' : 'flat'" :disabled="busy">{{ asking === 'decline' ? `Decline ${firstName}` : 'Send the question' }}</VBtn>
          <VBtn @click="asking = null">Not now</VBtn>
        </div>
      </form>
      <template v-else>
        <p v-if="fault" class="field__fault" role="alert">{{ fault }}</p>
        <div class="review__acts">
          <VBtn color="primary" variant="flat" :disabled="busy" @click="admit">Admit {{ firstName }}</VBtn>
          <VBtn color="error" :disabled="busy" @click="start('decline')">Decline…</VBtn>
          <VBtn v-if="!application.question || application.question.answer" :disabled="busy" @click="start('question')">Ask…</VBtn>
        </div>
      </template>
    </template>
  </section>
</template>
