<script setup lang="ts">
/** What a new site still needs before its first member can join: each step leads to where it is done. */
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { firstSteps, isUntouched, type FirstStep } from '../../../core/checkup';
import KitButton from '../../kit/KitButton.vue';
import { calls } from '../base/calls';
import { useNotice } from '../base/notice';
import { useMadeUp } from '../people/madeUp';
import { reader } from '../base/reader';
import { useSending } from '../base/sending';
import { useDraft } from '../setup/draft.store';
import { publishing } from '../setup/publishing';
import ReadySetups from './ReadySetups.vue';
import { firstStepsSay } from './firstSteps.sentences';

const says = firstStepsSay(reader);
const props = defineProps<{ people: number; letterSent: boolean }>();
const emit = defineEmits<{ changed: [] }>();
const draft = useDraft();
const made = useMadeUp();
const router = useRouter();
const notice = useNotice();
const { busy, trouble, send } = useSending();

const steps = computed<FirstStep[]>(() =>
  draft.setup && made.data.value
    ? firstSteps({
        draft: draft.setup,
        findings: draft.findings,
        changes: draft.changes.length,
        revision: draft.view?.revision ?? 0,
        letterSent: props.letterSent,
        madeUp: made.data.value.people.length,
        people: props.people,
      })
    : [],
);
const untouched = computed(() =>
  isUntouched({ revision: draft.view?.revision ?? 0, changes: draft.changes.length, people: props.people }),
);
const next = computed(() => steps.value.find(({ done }) => !done)?.step ?? null);
const form = computed(() => draft.setup?.doc.forms.find(({ retired, purpose }) => !retired && purpose.is === 'signup'));

const acts: Readonly<Record<FirstStep['step'], () => unknown>> = {
  letters: async () => {
    const id = draft.setup?.doc.account.resetPassword;
    if (!id) return;
    const done = await send((sent) => calls.letters.test({ id, person: 'visitor' }, sent));
    notice.tell(done?.says ?? trouble.value?.says ?? null);
    if (done) emit('changed');
  },
  asks: () => router.push('/desk/joining'),
  eyes: () => router.push('/desk/settings/made-up'),
  whole: () => router.push('/desk/check-up'),
  live: () => (publishing.value = true),
  joined: () => form.value && router.push(`/desk/joining/forms/${form.value.id}`),
};
</script>

<template>
  <section v-if="next" class="first-steps" :aria-label="says.firstSteps">
    <div class="section-head">
      <h2>{{ says.firstSteps }}</h2>
      <span class="section-head__note quiet">{{ says.workedOut }}</span>
    </div>
    <ol>
      <li v-for="({ step, done }, n) in steps" :key="step" :class="{ 'first-steps__next': step === next }">
        <span class="first-steps__number" aria-hidden="true">{{ done ? '✓' : n + 1 }}</span>
        <span class="first-steps__what">
          <b>{{ says[step] }}</b> <span v-if="done" class="quiet">{{ says.done }}</span><span
            v-else-if="step === next"
            class="flag"
            >{{ says.next }}</span
          >
          <span v-if="!done" class="first-steps__why quiet">{{ says[`${step}Why`] }}</span>
        </span>
        <KitButton
          v-if="!done"
          small
          :kind="step === next ? 'primary' : 'plain'"
          :disabled="busy"
          @click="acts[step]()"
          >{{ says[`${step}Do`] }}</KitButton
        >
      </li>
    </ol>
  </section>
  <ReadySetups v-if="untouched && draft.setup" :doc="draft.setup.doc" />
</template>

<style>
.first-steps {
  margin-bottom: 22px;
}
.first-steps ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
.first-steps li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 14px;
  padding: 9px 12px;
  border-bottom: 1px solid var(--rule);
}
.first-steps__next {
  background: var(--sheet);
}
.first-steps__number {
  flex: none;
  width: 22px;
  font: 560 17px/24px var(--display);
}
.first-steps__what {
  flex: 1 1 260px;
  min-width: 0;
}
.first-steps__why {
  display: block;
}
</style>
