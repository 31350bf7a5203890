<script setup lang="ts">
/** An application that has ended: taking it up again, and what was written for it and not sent. */
import { ref } from 'vue';
import { VBtn } from 'vuetify/components/VBtn';
import type { ApplicationView } from '../../../contract';
import { calls, troubleOf } from '../calls';
import { useNotice } from '../notice';
import { useFresh } from '../session';
import { useDrafts } from './drafts';

const props = defineProps<{ application: ApplicationView }>();
const emit = defineEmits<{ acted: [] }>();
const drafts = useDrafts();
const notice = useNotice();
const fresh = useFresh();
const busy = ref(false);

async function reopen(): Promise<void> {
  busy.value = true;
  try {
    notice.tell((await calls.review.reopen({ id: props.application.id })).says);
    emit('acted');
    await fresh();
  } catch (error) {
    notice.tell(troubleOf(error).says);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <section v-if="drafts.unsent(application.id)" class="review review--unsent" aria-label="Not sent">
    <h3>You had written, and it was not sent</h3>
    <p class="review__text">{{ drafts.unsent(application.id) }}</p>
    <div class="review__acts"><VBtn size="small" @click="drafts.drop(application.id)">Throw it away</VBtn></div>
  </section>
  <p v-if="application.canReopen" class="review__reopen">
    <VBtn size="small" :disabled="busy" @click="reopen">Open the application again</VBtn>
  </p>
</template>
