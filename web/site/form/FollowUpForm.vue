<script setup lang="ts">
/** A follow-up form, for one to whom it is put. */
import { useRouter } from 'vue-router';
import type { PlaceView } from '../../../contract';
import { call } from '../calls';
import KnownForm from './KnownForm.vue';
import { goTo } from '../go';

const props = defineProps<{ place: Extract<PlaceView, { kind: 'form' }> }>();
const router = useRouter();

async function send(answers: Record<string, string>): Promise<void> {
  const { next = '/' } = await call('sendForm', { form: props.place.form, answers });
  await goTo(router, next);
}
</script>

<template>
  <p v-if="place.intro" class="quiet">{{ place.intro }}</p>
  <p v-if="place.sent" class="quiet">{{ place.sent }}</p>
  <KnownForm :view="place" :action="`/form/${place.form}`" :send="send" />
</template>
