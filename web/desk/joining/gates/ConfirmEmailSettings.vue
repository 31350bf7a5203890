<script setup lang="ts">
/** The settings of the gate Confirm email. */
import type { OwnGate } from '../../../../core/joining';
import KitField from '../../../kit/fields/KitField.vue';
import { reader } from '../../base/reader';
import { typedCount } from '../counts';
import { joiningSays } from '../joining.sentences';
import LetterChoice from '../../letters/LetterChoice.vue';
import SpanField from '../SpanField.vue';

const says = joiningSays(reader);
type Gate = Extract<OwnGate, { kind: 'confirmEmail' }>;
defineProps<{ gate: Gate; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [change: Partial<Gate>]; write: [letter: string] }>();
</script>

<template>
  <SpanField
    id="gate-lifetime"
    unit="hours"
    :model-value="gate.lifetime"
    :label="says.codeLasts"
    :fault="faultAt('lifetime.count')"
    @update:model-value="emit('change', { lifetime: $event })"
  />
  <SpanField
    id="gate-limit"
    unit="days"
    :model-value="gate.limit"
    :label="says.sweptAfter"
    :fault="faultAt('limit.count')"
    @update:model-value="emit('change', { limit: $event })"
  />
  <KitField
    id="gate-tries"
    kind="number"
    :model-value="String(gate.wrongTries)"
    :label="says.wrongTries"
    :fault="faultAt('wrongTries')"
    @update:model-value="emit('change', { wrongTries: typedCount($event) })"
  />
  <KitField
    id="gate-sends"
    kind="number"
    :model-value="String(gate.sendsADay)"
    :label="says.newCodes"
    :fault="faultAt('sendsADay')"
    @update:model-value="emit('change', { sendsADay: typedCount($event) })"
  />
  <LetterChoice
    :model-value="gate.message"
    :label="says.letterCode"
    @update:model-value="emit('change', { message: $event })"
    @write="emit('write', $event)"
  />
</template>
