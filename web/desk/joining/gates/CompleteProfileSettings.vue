<script setup lang="ts">
/** The settings of the gate Complete profile. */
import { computed } from 'vue';
import type { OwnGate } from '../../../../core/joining';
import type { AnyFormId } from '../../../../core/kernel';
import KitChoice from '../../../kit/fields/KitChoice.vue';
import { reader } from '../../reader';
import { useDraft } from '../../setup/draft.store';
import { joiningSays } from '../joining.sentences';
import LetterChoice from '../LetterChoice.vue';
import SpanField from '../SpanField.vue';

const says = joiningSays(reader);
type Gate = Extract<OwnGate, { kind: 'completeProfile' }>;
const props = defineProps<{ gate: Gate; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [change: Partial<Gate>]; write: [letter: string] }>();
const draft = useDraft();
/** The forms that a gate may ask for, and the one that stands there whatever it has become. */
const forms = computed(() =>
  (draft.setup?.doc.forms ?? [])
    .filter(({ id, purpose, retired }) => id === props.gate.form || (purpose.is === 'step' && !retired))
    .map(({ id, title }) => ({ title, value: id })),
);
</script>

<template>
  <KitChoice
    :model-value="gate.form"
    :label="says.furtherForm"
    :items="forms"
    :help="forms.length ? null : says.noStepForm"
    @update:model-value="emit('change', { form: $event as AnyFormId })"
  />
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
    :label="says.letterForm"
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
