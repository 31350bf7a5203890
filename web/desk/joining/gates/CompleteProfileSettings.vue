<script setup lang="ts">
/** The settings of the gate Complete profile. */
import { computed } from 'vue';
import type { OwnGate } from '../../../../core/joining';
import type { AnyFormId } from '../../../../core/kernel';
import KitChoice from '../../../kit/fields/KitChoice.vue';
import { reader } from '../../base/reader';
import { useDraft } from '../../setup/draft.store';
import { joiningSays } from '../joining.sentences';
import WithinSettings from './WithinSettings.vue';

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
  <WithinSettings
    :gate="gate"
    :asks="says.letterForm"
    :fault-at="faultAt"
    @change="emit('change', $event)"
    @write="emit('write', $event)"
  />
</template>
