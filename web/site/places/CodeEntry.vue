<script setup lang="ts">
/** The gate Confirm email: six cells, a new code when it may be asked for. */
import { onBeforeUnmount, ref, watch } from 'vue';
import type { JoiningView } from '../../../contract';
import { countOf } from '../../../core/kernel/count';
import SiteInput from '../SiteInput.vue';
import { useSend } from '../useSend';
import { useGo } from '../go';

const props = defineProps<{ confirm: NonNullable<JoiningView['confirm']> }>();
const code = ref('');
const said = ref<string | null>(null);
const wait = ref(props.confirm.wait);
const { sending, trouble, send } = useSend();
const go = useGo();

let ticking: ReturnType<typeof setInterval> | undefined;
watch(
  () => props.confirm,
  (now) => (wait.value = now.wait),
);
if (typeof window !== 'undefined') ticking = setInterval(() => (wait.value = Math.max(0, wait.value - 1)), 1000);
onBeforeUnmount(() => clearInterval(ticking));

async function enter(): Promise<void> {
  said.value = null;
  if (code.value.length < 6) {
    trouble.value = 'The code has 6 characters. It is in the mail we sent you.';
    return;
  }
  const through = await send(async () => {
    const { calls } = await import('../calls');
    await calls.enterCode({ code: code.value });
  });
  if (!through) beginAgain();
  await go('/joining', through ? 'Thank you, your address is confirmed.' : null);
}

/** A wrong code is no use any more: empty cells, ready to be typed into. */
function beginAgain(): void {
  code.value = '';
  document.querySelector<HTMLInputElement>('.code .v-otp-input__input')?.focus();
}

async function resend(): Promise<void> {
  const through = await send(async () => {
    const { calls } = await import('../calls');
    await calls.resend({});
  });
  if (!through) return;
  code.value = '';
  said.value = 'A new code is on its way. The one before no longer works.';
  await go('/joining');
}
</script>

<template>
  <section class="act" aria-labelledby="code-title">
    <h2 id="code-title">Confirm your email</h2>
    <p v-if="confirm.usable">We sent a code of 6 characters to <b>{{ confirm.mail }}</b>. It works until {{ confirm.until }}.</p>
    <p v-else><b>{{ confirm.fault }}</b></p>
    <form novalidate @submit.prevent="enter">
      <div v-show="confirm.usable" class="field">
        <SiteInput id="code" v-model="code" :input="{ kind: 'code' }" label="Code" :bad="trouble !== null" described />
        <p id="code-note" class="quiet small">Big or small letters, both are fine. We never use 0, O, 1, I or L.</p>
      </div>
      <p v-if="trouble" class="field__fault" role="alert">{{ trouble }}</p>
      <p v-if="said" class="said" role="status">{{ said }}</p>
      <div class="act__row">
        <button v-if="confirm.usable" type="submit" class="button" :disabled="sending">Confirm</button>
        <button v-else-if="wait === 0" type="button" class="button" :disabled="sending" @click="resend">Send a new code</button>
        <p v-if="!confirm.usable && wait === 0" class="small quiet">It goes to {{ confirm.mail }}.</p>
        <p v-else class="small">
          <span class="quiet">Nothing came? Look in your junk folder, or </span>
          <span v-if="wait > 0" class="quiet">ask for a new code in {{ countOf(wait, 'second') }}.</span>
          <button v-else type="button" class="linklike" :disabled="sending" @click="resend">send a new code</button>
        </p>
      </div>
    </form>
  </section>
</template>
