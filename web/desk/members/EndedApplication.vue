<script setup lang="ts">
/** An application that has ended: taking it up again, and what was written for it and not sent. */
import type { ApplicationView } from '../../../contract';
import KitButton from '../../kit/KitButton.vue';
import { calls } from '../base/calls';
import { useNotice } from '../base/notice';
import { useSending } from '../base/sending';
import { useFresh } from '../base/session';
import { reader } from '../base/reader';
import UnsentWords from './UnsentWords.vue';
import { membersSays } from './members.sentences';

const says = membersSays(reader);

const props = defineProps<{ application: ApplicationView }>();
const emit = defineEmits<{ acted: [] }>();
const notice = useNotice();
const fresh = useFresh();
const { busy, trouble, send } = useSending();

async function reopen(): Promise<void> {
  const done = await send((sent) => calls.review.reopen({ id: props.application.id }, sent));
  notice.tell(done?.says ?? trouble.value?.says ?? null);
  if (!done) return;
  emit('acted');
  await fresh();
}
</script>

<template>
  <UnsentWords :application="application.id" />
  <p v-if="application.canReopen" class="review__reopen">
    <KitButton small :disabled="busy" @click="reopen">{{ says.openAgain }}</KitButton>
  </p>
</template>
