<script setup lang="ts">
/** What gates have in common at which the applicant acts within a limit: how long, and the letters that ask and remind. */
import type { OwnGate } from '../../../../core/joining';
import { reader } from '../../base/reader';
import { joiningSays } from '../joining.sentences';
import LetterChoice from '../../letters/LetterChoice.vue';
import SpanField from '../SpanField.vue';

const says = joiningSays(reader);
type Within = Pick<Extract<OwnGate, { kind: 'payment' | 'completeProfile' }>, 'limit' | 'message' | 'reminder'>;
/** `asks`: what the letter that asks is called. */
defineProps<{ gate: Within; asks: string; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [change: Partial<Within>]; write: [letter: string] }>();
</script>

<template>
  <SpanField
    id="gate-limit"
    unit="days"
    :model-value="gate.limit"
    :label="says.limitDays"
    :fault="faultAt('limit.count')"
    @update:model-value="emit('change', { limit: $event })"
  />
  <LetterChoice
    :model-value="gate.message"
    :label="asks"
    @update:model-value="emit('change', { message: $event })"
    @write="emit('write', $event)"
  />
  <LetterChoice
    :model-value="gate.reminder"
    :label="says.letterReminderApplicant"
    @update:model-value="emit('change', { reminder: $event })"
    @write="emit('write', $event)"
  />
</template>
