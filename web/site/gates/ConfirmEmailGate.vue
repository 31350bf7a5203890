<script setup lang="ts">
/** The gate Confirm email: six cells, a new code when it may be asked for. */
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import type { GateSight } from '../../../core/joining/gates';
import { call } from '../calls';
import Sentence from '../Sentence.vue';
import SiteForm from '../form/SiteForm.vue';
import SiteInput from '../form/SiteInput.vue';
import { useForm } from '../form/useForm';
import { useGo } from '../go';
import { useSite } from '../store';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

const props = defineProps<{ act: Extract<GateSight, { kind: 'confirmEmail' }> }>();
const site = useSite();
const { answers, sending, trouble, send } = useForm('code', { code: '' }, ['code']);
const resending = useForm('resend', {});
const resent = site.view?.attempt?.form === 'resend' && site.view.attempt.through;
const said = ref<string | null>(resent ? says.newCodeComes : null);
const wait = ref(props.act.wait);
/** What the act says is told once: a code that is void stands there already. */
const wrong = computed(() => {
  const found = trouble.value ?? resending.trouble.value;
  return found === props.act.fault ? null : found;
});
const go = useGo();

let ticking: ReturnType<typeof setInterval> | undefined;
watch(
  () => props.act,
  (now) => (wait.value = now.wait),
);
onMounted(() => (ticking = setInterval(() => (wait.value = Math.max(0, wait.value - 1)), 1000)));
onBeforeUnmount(() => clearInterval(ticking));

async function enter(): Promise<void> {
  said.value = null;
  resending.trouble.value = null;
  if (answers.code.length < 6) {
    trouble.value = says.codeHasSix;
    return;
  }
  const through = await send(() => call('enterCode', { code: answers.code }));
  if (!through) beginAgain();
  await go('/joining', through ? says.thanksConfirmed : null);
}

/** A wrong code is no use any more: empty cells, ready to be typed into. */
function beginAgain(): void {
  answers.code = '';
  document.getElementById('code')?.focus();
}

async function resend(): Promise<void> {
  trouble.value = null;
  if (!(await resending.send(() => call('resend', {})))) return;
  answers.code = '';
  said.value = says.newCodeComes;
  await go('/joining');
}
</script>

<template>
  <section class="act" aria-labelledby="code-title">
    <h2 id="code-title">{{ says.confirmEmail }}</h2>
    <p v-if="act.usable">
      <Sentence :says="says.codeSent({ mail: act.mail, until: act.until })" :strong="act.mail" />
    </p>
    <p v-else>
      <b>{{ act.fault }}</b>
    </p>
    <SiteForm v-if="act.usable" name="code" act="code" action="/joining" @send="enter">
      <div class="field">
        <label class="unseen" for="code">{{ says.code }}</label>
        <SiteInput
          id="code"
          v-model="answers.code"
          name="code"
          :input="{ kind: 'code' }"
          :label="says.code"
          :bad="wrong !== null"
          described="code-note"
        />
        <p id="code-note" class="quiet small">{{ says.codeLetters }}</p>
      </div>
      <p v-if="wrong" class="field__fault" role="alert">{{ wrong }}</p>
      <p v-if="said" class="said" role="status">{{ said }}</p>
      <div class="act__row">
        <button type="submit" class="button" :disabled="sending">{{ says.confirm }}</button>
      </div>
    </SiteForm>
    <p v-else-if="wrong" class="field__fault" role="alert">{{ wrong }}</p>
    <SiteForm name="resend" act="resend" action="/joining" class="act__row" @send="resend">
      <button v-if="!act.usable && wait === 0" type="submit" class="button" :disabled="resending.sending.value">
        {{ says.newCode }}
      </button>
      <p v-if="!act.usable && wait === 0" class="small quiet">{{ says.goesTo({ mail: act.mail }) }}</p>
      <p v-else class="small">
        <span class="quiet">{{ says.nothingCame }} {{ wait > 0 ? says.newCodeIn({ count: wait }) : '' }}</span>
        <button v-if="wait === 0" type="submit" class="linklike" :disabled="resending.sending.value">
          {{ says.newCode }}
        </button>
      </p>
    </SiteForm>
  </section>
</template>
