<script setup lang="ts">
/** What happened with a person, newest first: a square for events, the standing's mark for its changes. */
import type { MemberView } from '../../../contract';
import StandingMark from '../../kit/StandingMark.vue';
import { reader } from '../base/reader';
import { membersSays } from './members.sentences';

const says = membersSays(reader);

defineProps<{ rows: MemberView['timeline'] }>();
</script>

<template>
  <p v-if="rows.length === 0" class="empty">{{ says.emptyTimeline }}</p>
  <ol v-else class="timeline">
    <li v-for="(row, at) in rows" :key="at">
      <span class="timeline__date">{{ row.date }}</span>
      <span class="timeline__mark" aria-hidden="true"
        ><i v-if="row.mark === 'event'" /><StandingMark v-else :standing="row.mark" :word="false"
      /></span>
      <span
        ><b v-if="row.mark !== 'event'">{{ row.title }}</b
        ><template v-else>{{ row.title }}</template
        ><span v-if="row.note" class="timeline__note">{{ row.note }}</span></span
      >
    </li>
  </ol>
</template>
