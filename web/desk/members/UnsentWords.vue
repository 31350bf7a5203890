<script setup lang="ts">
/** What was written for an application and not sent, because somebody else was quicker. */
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import { useDrafts } from './drafts';
import { membersSays } from './members.sentences';

const says = membersSays(reader);
defineProps<{ application: string }>();
const drafts = useDrafts();
</script>

<template>
  <section v-if="drafts.unsent(application)" class="review review--unsent" :aria-label="says.notSent">
    <h3>{{ says.notSentTitle }}</h3>
    <p class="review__text">{{ drafts.unsent(application) }}</p>
    <div class="review__acts">
      <KitButton small @click="drafts.drop(application)">{{ says.throwItAway }}</KitButton>
    </div>
  </section>
</template>
