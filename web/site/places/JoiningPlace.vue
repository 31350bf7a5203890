<script setup lang="ts">
/** Where an applicant stands: what was sent, the gate that is open now, and what comes after. */
import { onBeforeUnmount, onMounted, ref } from 'vue';
import type { JoiningView } from '../../../contract';
import GateList from '../GateList.vue';
import SiteLink from '../SiteLink.vue';
import { fetchPlace } from '../places';
import { useSite } from '../store';
import { useSend } from '../useSend';
import CodeEntry from './CodeEntry.vue';
import QuestionAnswer from './QuestionAnswer.vue';

defineProps<{ place: JoiningView }>();
const asking = ref(false);
const site = useSite();
const { sending, trouble, send } = useSend();

/** Comes up to date when the person comes back: the address may have been confirmed on another device. */
async function comeBack(): Promise<void> {
  if (document.visibilityState !== 'visible') return;
  const fetched = await fetchPlace('/joining');
  if ('place' in fetched) site.view = fetched;
}
onMounted(() => document.addEventListener('visibilitychange', comeBack));
onBeforeUnmount(() => document.removeEventListener('visibilitychange', comeBack));

async function withdraw(): Promise<void> {
  await send(async () => {
    const { calls } = await import('../calls');
    await calls.withdraw({});
    location.assign('/');
  });
}
</script>

<template>
  <main class="two two--joining">
    <div>
      <h1 tabindex="-1">{{ place.heading }}</h1>
      <p class="quiet">{{ place.sent }}</p>
      <section v-if="place.outcome" class="call">
        <p>{{ place.outcome.says }}</p>
        <SiteLink :to="place.outcome.href" class="button">{{ place.outcome.label }}</SiteLink>
      </section>
    </div>
    <div class="two__now">
      <CodeEntry v-if="place.confirm" :confirm="place.confirm" />
      <section v-else-if="place.review" class="act">
        <h2>Your application is with us</h2>
        <p>{{ place.review.says }}</p>
        <QuestionAnswer v-if="place.review.question" :question="place.review.question" />
      </section>
      <GateList title="Your way in" :gates="place.gates" />
    </div>
    <div>
      <h2>What you told us</h2>
      <dl class="answers">
        <div v-for="answer in place.answers" :key="answer.label"><dt>{{ answer.label }}</dt><dd>{{ answer.value }}</dd></div>
      </dl>
      <div v-if="place.state === 'open'" class="withdraw">
        <p v-if="!asking" class="quiet">
          Changed your mind?
          <button type="button" class="linklike" @click="asking = true">Withdraw this application</button>
          and we erase everything above.
        </p>
        <div v-else class="withdraw__ask" role="group" aria-label="Withdraw this application">
          <p>This erases your application and your account. It cannot be taken back.</p>
          <button type="button" class="button button--bad" :disabled="sending" @click="withdraw">Withdraw and erase</button>
          <button type="button" class="button button--plain" @click="asking = false">Keep it</button>
          <p v-if="trouble" class="field__fault" role="alert">{{ trouble }}</p>
        </div>
      </div>
    </div>
  </main>
</template>
