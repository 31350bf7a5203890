<script setup lang="ts">
/** How many people have each standing; one of them chosen narrows the list. */
import type { Standing } from '../../../core/facts';
import StandingMark from '../../kit/StandingMark.vue';

defineProps<{ counts?: { everyone: number; standings: { standing: Standing; count: number }[] }; chosen?: Standing }>();
defineEmits<{ choose: [standing: Standing | undefined] }>();
</script>

<template>
  <div class="tally" role="group" aria-label="Narrow by standing">
    <button type="button" class="tally__cell" :aria-pressed="!chosen" @click="$emit('choose', undefined)">
      <b>{{ counts?.everyone ?? '–' }}</b><span class="tally__word">Everyone</span>
    </button>
    <button
      v-for="item in counts?.standings ?? []"
      :key="item.standing"
      type="button"
      class="tally__cell"
      :aria-pressed="chosen === item.standing"
      @click="$emit('choose', chosen === item.standing ? undefined : item.standing)"
    >
      <b>{{ item.count }}</b><StandingMark :standing="item.standing" />
    </button>
  </div>
</template>
