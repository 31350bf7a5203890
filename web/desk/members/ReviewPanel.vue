<script setup lang="ts">
/** An application that is on its way: the limit, the answers, likely duplicates; admit, decline or ask. */
import { computed, nextTick, ref } from 'vue';
import type { ApplicationView } from '../../../contract';
import KitButton from '../../kit/KitButton.vue';
import KitPicture from '../../kit/KitPicture.vue';
import LimitRuler from '../../kit/LimitRuler.vue';
import StandingMark from '../../kit/StandingMark.vue';
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import FieldInput from '../../kit/fields/FieldInput.vue';
import type { Sent } from '../../kit/api';
import { calls } from '../base/calls';
import { useLetter } from '../base/letter';
import { useNotice } from '../base/notice';
import { useSending } from '../base/sending';
import { useFresh } from '../base/session';
import { useDrafts, type Purpose } from './drafts';
import { reader } from '../base/reader';
import UnsentWords from './UnsentWords.vue';
import { membersSays } from './members.sentences';

const says = membersSays(reader);

const props = defineProps<{ application: ApplicationView; firstName: string }>();
const emit = defineEmits<{ acted: [] }>();
const { id } = props.application;
const drafts = useDrafts();
const written = (what: Purpose) => drafts.text(id, what);
const asking = ref<Purpose | null>(written('decline') ? 'decline' : written('question') ? 'question' : null);
const words = computed({
  get: () => (asking.value ? written(asking.value) : ''),
  set: (text) => {
    if (asking.value) drafts.write(id, asking.value, text);
  },
});
const { busy, trouble, send } = useSending();
const undoing = useSending();
const fault = computed(() => trouble.value?.says ?? null);
const notice = useNotice();
const fresh = useFresh();

/**
 * Afterwards the sheet tells the outcome, and the keyboard is at its head. Where somebody else was quicker, what was
 * written stays and is shown beside what happened.
 */
async function act(call: (sent: { context: Sent }) => Promise<{ says: string; undo?: string | null }>): Promise<void> {
  if (busy.value) return;
  notice.tell(null);
  const done = await send(call);
  if (done) {
    notice.tell(done.says, done.undo ? takeBack : null);
    asking.value = null;
    drafts.drop(id);
  } else {
    const { code, says } = trouble.value!;
    if (code !== 'already-done' && code !== 'not-at-this-gate') return;
    notice.tell(says);
  }
  emit('acted');
  await fresh();
}

async function takeBack(): Promise<void> {
  const back = await undoing.send((sent) => calls.review.undoApproval({ id }, sent));
  notice.tell(back?.says ?? undoing.trouble.value?.says ?? null);
  await fresh();
}

const admit = () => act((sent) => calls.review.approve({ id }, sent));
const decline = () => act((sent) => calls.review.decline({ id, reason: written('decline') }, sent));
const ask = () => act((sent) => calls.review.ask({ id, text: written('question') }, sent));

async function start(what: Purpose): Promise<void> {
  asking.value = what;
  trouble.value = null;
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
  <section class="review" :aria-label="says.application">
    <p class="review__says">{{ application.says }}</p>
    <LimitRuler v-if="application.limit" :limit="application.limit" />
    <dl class="sheet__facts">
      <template v-for="answer in application.answers" :key="answer.label">
        <dt>{{ answer.label }}</dt>
        <dd>
          <KitPicture v-if="answer.picture" :id="answer.picture" :label="answer.label" /><bdi v-else>{{
            answer.value
          }}</bdi>
        </dd>
      </template>
    </dl>
    <div v-if="application.duplicates.length" class="review__twins">
      <h3>{{ says.perhapsHere }}</h3>
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
      <h3>{{ says.asked }}</h3>
      <p>{{ application.question.text }}</p>
      <p :class="{ quiet: !application.question.answer }">
        {{ application.question.answer ?? says.notAnsweredYet({ name: firstName }) }}
      </p>
    </div>
    <template v-if="application.canReview">
      <p class="quiet">{{ says.yesGives({ grants: application.grants }) }}</p>
      <p v-if="application.paid" class="quiet">{{ says.paidBefore({ paid: application.paid }) }}</p>
      <form v-if="asking" novalidate @submit.prevent="asking === 'decline' ? decline() : ask()">
        <FieldFrame
          :id="`review-${asking}`"
          :key="asking"
          :label="asking === 'decline' ? says.whyNot({ name: firstName }) : says.yourQuestion({ name: firstName })"
          :fault="fault"
        >
          <FieldInput
            :id="`review-${asking}`"
            v-model="words"
            kind="longText"
            required
            :bad="fault !== null"
            :described="describedBy(`review-${asking}`, fault, null)"
          />
        </FieldFrame>
        <div class="review__acts">
          <KitButton type="submit" :kind="asking === 'decline' ? 'danger' : 'primary'" :disabled="busy">
            {{ asking === 'decline' ? says.decline({ name: firstName }) : says.sendQuestion }}
          </KitButton>
          <KitButton @click="asking = null">{{ says.notNow }}</KitButton>
        </div>
      </form>
      <template v-else>
        <p v-if="fault" class="field__fault" role="alert">{{ fault }}</p>
        <div class="review__acts">
          <KitButton kind="primary" :disabled="busy" @click="admit">{{ says.admit({ name: firstName }) }}</KitButton>
          <KitButton kind="danger" :disabled="busy" @click="start('decline')">{{ says.declineAsk }}</KitButton>
          <KitButton
            v-if="!application.question || application.question.answer"
            :disabled="busy"
            @click="start('question')"
          >
            {{ says.ask }}
          </KitButton>
        </div>
        <p v-if="drafts.unsent(id)" class="quiet review__unsent">{{ says.draftKept }}</p>
      </template>
    </template>
    <p v-else class="quiet review__why">
      {{ application.inReview ? says.notYours : says.theirTurn({ name: firstName }) }}
    </p>
    <UnsentWords v-if="!application.canReview" :application="application.id" />
  </section>
</template>
