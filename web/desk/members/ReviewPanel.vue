<script setup lang="ts">
/** An application that is on its way: the limit, the answers, likely duplicates; admit, decline or ask. */
import { nextTick, ref } from 'vue';
import { VBtn } from 'vuetify/components/VBtn';
import type { ApplicationView } from '../../../contract';
import LimitRuler from '../../kit/LimitRuler.vue';
import StandingMark from '../../kit/StandingMark.vue';
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import FieldInput from '../../kit/fields/FieldInput.vue';
import { calls, troubleOf } from '../calls';
import { useLetter } from '../frame/keys';
import { useNotice } from '../notice';
import { useFresh } from '../session';
import { useDrafts, type Purpose } from './drafts';

const props = defineProps<{ application: ApplicationView; firstName: string }>();
const emit = defineEmits<{ acted: [] }>();
const { id } = props.application;
const drafts = useDrafts();
const draft = drafts.of(id);
const asking = ref<Purpose | null>(draft.decline ? 'decline' : draft.question ? 'question' : null);
const fault = ref<string | null>(null);
const busy = ref(false);
const notice = useNotice();
const fresh = useFresh();

/**
 * Afterwards the sheet tells the outcome, and the keyboard is at its head. Where somebody else was quicker, what was
 * written stays and is shown beside what happened.
 */
async function act(call: () => Promise<{ says: string; undo?: string | null }>): Promise<void> {
  if (busy.value) return;
  busy.value = true;
  notice.tell(null);
  try {
    const done = await call();
    notice.tell(done.says, done.undo ? takeBack : null);
    fault.value = null;
    asking.value = null;
    drafts.drop(id);
    emit('acted');
    await fresh();
  } catch (error) {
    const trouble = troubleOf(error);
    fault.value = trouble.says;
    if (trouble.code === 'already-done' || trouble.code === 'not-at-this-gate') {
      notice.tell(trouble.says);
      emit('acted');
      await fresh();
    }
  } finally {
    busy.value = false;
  }
}

async function takeBack(): Promise<void> {
  try {
    notice.tell((await calls.review.undoApproval({ id })).says);
  } catch (error) {
    notice.tell(troubleOf(error).says);
  }
  await fresh();
}

const admit = () => act(() => calls.review.approve({ id }));
const decline = () => act(() => calls.review.decline({ id, reason: draft.decline }));
const ask = () => act(() => calls.review.ask({ id, text: draft.question }));

async function start(what: Purpose): Promise<void> {
  asking.value = what;
  fault.value = null;
  await nextTick();
  document.getElementById(`review-${what}`)?.focus();
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
    <dl class="sheet__facts">
      <template v-for="answer in application.answers" :key="answer.label">
        <dt>{{ answer.label }}</dt>
        <dd>
          <bdi>{{ answer.value }}</bdi>
        </dd>
      </template>
    </dl>
    <div v-if="application.duplicates.length" class="review__twins">
      <h3>Perhaps here already</h3>
      <ul>
        <li v-for="twin in application.duplicates" :key="twin.member">
          <RouterLink :to="{ path: '/desk/members', query: { person: twin.member } }"
            ><bdi>{{ twin.name }}</bdi></RouterLink
          >
          <StandingMark :standing="twin.standing" />
          <span class="quiet">{{ twin.why }}</span>
        </li>
      </ul>
    </div>
    <div v-if="application.question" class="review__question">
      <h3>Asked</h3>
      <p>{{ application.question.text }}</p>
      <p :class="{ quiet: !application.question.answer }">
        {{ application.question.answer ?? `${firstName} has not answered yet.` }}
      </p>
    </div>
    <template v-if="application.canReview">
      <p class="quiet">A yes gives {{ application.grants }}.</p>
      <form v-if="asking" novalidate @submit.prevent="asking === 'decline' ? decline() : ask()">
        <FieldFrame
          :id="`review-${asking}`"
          :key="asking"
          :label="asking === 'decline' ? `Why not? ${firstName} reads this` : `Your question to ${firstName}`"
          :fault="fault"
        >
          <FieldInput
            :id="`review-${asking}`"
            v-model="draft[asking]"
            kind="longText"
            required
            :bad="fault !== null"
            :described="describedBy(`review-${asking}`, fault, null)"
          />
        </FieldFrame>
        <div class="review__acts">
          <VBtn
            type="submit"
            :color="asking === 'decline' ? 'error' : 'primary'"
            :variant="asking === 'decline' ? 'outlined' : 'flat'"
            :disabled="busy"
          >
            {{ asking === 'decline' ? `Decline ${firstName}` : 'Send the question' }}
          </VBtn>
          <VBtn @click="asking = null">Not now</VBtn>
        </div>
      </form>
      <template v-else>
        <p v-if="fault" class="field__fault" role="alert">{{ fault }}</p>
        <div class="review__acts">
          <VBtn color="primary" variant="flat" :disabled="busy" @click="admit">Admit {{ firstName }}</VBtn>
          <VBtn color="error" :disabled="busy" @click="start('decline')">Decline…</VBtn>
          <VBtn v-if="!application.question || application.question.answer" :disabled="busy" @click="start('question')">
            Ask…
          </VBtn>
        </div>
        <p v-if="drafts.unsent(id)" class="quiet review__unsent">What you began to write is kept.</p>
      </template>
    </template>
    <p v-else class="quiet review__why">Reading it is for those who review; your part does not include it.</p>
  </section>
</template>
