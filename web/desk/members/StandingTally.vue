<script setup lang="ts">
/** How many people have each standing; one of them chosen narrows the list. */
import { computed } from 'vue';
import type { Standing } from '../../../core/facts';
import KitToggle from '../../kit/KitToggle.vue';
import StandingMark from '../../kit/StandingMark.vue';
import { reader } from '../base/reader';
import { membersSays } from './members.sentences';

const says = membersSays(reader);

const props = defineProps<{
  counts?: { everyone: number; standings: { standing: Standing; count: number }[] };
  chosen?: Standing;
}>();
const emit = defineEmits<{ choose: [standing: Standing | undefined] }>();
type Choice = 'everyone' | Standing;
const choices = computed<Choice[]>(() => [
  'everyone',
  ...(props.counts?.standings ?? []).map(({ standing }) => standing),
]);
const count = (choice: Choice) =>
  choice === 'everyone'
    ? (props.counts?.everyone ?? '–')
    : props.counts?.standings.find(({ standing }) => standing === choice)?.count;
const shown = computed<Choice>({
  get: () => props.chosen ?? 'everyone',
  set: (choice) => emit('choose', choice === 'everyone' ? undefined : choice),
});
</script>

<template>
  <KitToggle v-model="shown" class="tally" :label="says.narrowByStanding" :choices="choices">
    <template #default="{ choice }">
      <span class="tally__cell">
        <b>{{ count(choice) }}</b>&#32;<span v-if="choice === 'everyone'" class="tally__word">{{ says.everyone }}</span
        ><StandingMark v-else :standing="choice" />
      </span>
    </template>
  </KitToggle>
</template>
