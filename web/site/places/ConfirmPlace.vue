<script setup lang="ts">
/** A confirmation link: one click confirms, so that a program that opens every link confirms nothing. */
import type { PlaceView } from '../../../contract';
import SiteLink from '../SiteLink.vue';
import { useGo } from '../go';
import { useSend } from '../useSend';

const props = defineProps<{ place: Extract<PlaceView, { kind: 'confirm' }> }>();
const { sending, trouble, send } = useSend();
const go = useGo();

async function confirm(): Promise<void> {
  let next = '/';
  const through = await send(async () => {
    const { calls } = await import('../calls');
    next = (await calls.confirm({ token: props.place.token })).next;
  });
  if (through) await go(next, 'Thank you, your address is confirmed.');
}
</script>

<template>
  <main class="narrow">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <p>{{ place.says }}</p>
    <p v-if="trouble" class="field__fault" role="alert">{{ trouble }}</p>
    <p v-if="place.state === 'ready'"><button type="button" class="button" :disabled="sending" @click="confirm">Yes, confirm my address</button></p>
    <p v-else><SiteLink to="/sign-in?next=/joining" class="button button--plain">{{ place.state === 'done' ? 'See where you stand' : 'Sign in' }}</SiteLink></p>
  </main>
</template>
