<script setup lang="ts">
/** The gate Confirm email: six cells, a new code when it may be asked for. */
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import type { GateSight } from '../../../core/joining/gates';
import { countOf } from '../../../core/kernel/count';
import { call } from '../calls';
import SiteForm from '../form/SiteForm.vue';
import SiteInput from '../form/SiteInput.vue';
import { useForm } from '../form/useForm';
import { useGo } from '../go';
import { useSite } from '../store';

const props = defineProps<{ act: Extract<GateSight, { kind: 'confirmEmail' }> }>();
const site = useSite();
const { answers, sending, trouble, send } = useForm('code', { code: '' }, ['code']);
const resending = useForm('resend', {});
const resent = site.view?.attempt?.form === 'resend' && site.view.attempt.through;
const NEW_CODE = 'A new code is on its way. The one before no longer works.';
const said = ref<string | null>(resent ? NEW_CODE : null);
const wait = ref(props.act.wait);
const wrong = computed(() => trouble.value ?? resending.trouble.value);
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
    trouble.value = 'The code has 6 characters. It is in the mail we sent you.';
    return;
  }
  const through = await send(() => call('enterCode', { code: answers.code }));
  if (!through) beginAgain();
  await go('/joining', through ? 'Thank you, your address is confirmed.' : null);
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
  said.value = NEW_CODE;
  await go('/joining');
}
</script>

<template>
  <section class="act" aria-labelledby="code-title">
    <h2 id="code-title">Confirm your email</h2>
    <p v-if="act.usable">
      We sent a code of 6 characters to <b class="address">{{ act.mail }}</b>. It works until {{ act.until }}.
    </p>
    <p v-else>
      <b>{{ act.fault }}</b>
    </p>
    <SiteForm v-if="act.usable" name="code" act="code" action="/joining" @send="enter">
      <div class="field">
        <label class="unseen" for="code">Code</label>
        <SiteInput
          id="code"
          v-model="answers.code"
          name="code"
          :input="{ kind: 'code' }"
          label="Code"
          :bad="wrong !== null"
          described="code-note"
        />
        <p id="code-note" class="quiet small">Big or small letters, both are fine. We never use 0, O, 1, I or L.</p>
      </div>
      <p v-if="wrong" class="field__fault" role="alert">{{ wrong }}</p>
      <p v-if="said" class="said" role="status">{{ said }}</p>
      <div class="act__row"><button type="submit" class="button" :disabled="sending">Confirm</button></div>
    </SiteForm>
    <p v-else-if="wrong" class="field__fault" role="alert">{{ wrong }}</p>
    <SiteForm name="resend" act="resend" action="/joining" class="act__row" @send="resend">
      <button v-if="!act.usable && wait === 0" type="submit" class="button" :disabled="resending.sending.value">
        Send a new code
      </button>
      <p v-if="!act.usable && wait === 0" class="small quiet">It goes to {{ act.mail }}.</p>
      <p v-else class="small">
        <span class="quiet">Nothing came? Look in your junk folder, or </span>
        <span v-if="wait > 0" class="quiet">ask for a new code in {{ countOf(wait, 'second') }}.</span>
        <button v-else type="submit" class="linklike" :disabled="resending.sending.value">send a new code</button>
      </p>
    </SiteForm>
  </section>
</template>
