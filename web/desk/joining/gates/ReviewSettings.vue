<script setup lang="ts">
/** The settings of the gate Review: who reads, how long it may take, what answers decide by themselves. */
import { computed } from 'vue';
import { useQuery } from '@pinia/colada';
import { VRadio } from 'vuetify/components/VRadio';
import { VRadioGroup } from 'vuetify/components/VRadioGroup';
import type { OwnGate } from '../../../../core/joining';
import KitChoice from '../../../kit/fields/KitChoice.vue';
import KitTicks from '../../../kit/fields/KitTicks.vue';
import KitField from '../../../kit/fields/KitField.vue';
import type { StaffId } from '../../../../core/kernel';
import { calls } from '../../base/calls';
import { reader } from '../../base/reader';
import ConditionList from '../../rules/ConditionList.vue';
import { joiningSays } from '../joining.sentences';
import LetterChoice from '../../letters/LetterChoice.vue';
import SpanField from '../SpanField.vue';
import { useAsked } from './asked';

const says = joiningSays(reader);
type Gate = Extract<OwnGate, { kind: 'review' }>;
const props = defineProps<{ gate: Gate; faultAt: (at: string) => string | null }>();
const fields = useAsked();
const emit = defineEmits<{ change: [change: Partial<Gate>]; write: [letter: string] }>();
const { data: colleagues } = useQuery({ key: ['team'], query: () => calls.team.team({}) });
/** Who reviews; and who is named, though they may not any more. */
const reviewers = computed(() =>
  (colleagues.value?.staff ?? [])
    .filter(
      ({ id, parts }) =>
        parts.includes('reviewer') ||
        parts.includes('owner') ||
        parts.includes('manager') ||
        props.gate.reviewers?.includes(id),
    )
    .map(({ id, name }) => ({ title: name, value: String(id) })),
);
const howMany = [1, 2, 3].map((count) => ({ title: says.yesNeeded({ count }), value: String(count) }));
/** A no by itself needs a reason, which the applicant reads. */
function declineIf(when: NonNullable<Gate['declineIf']>['when'] | undefined): void {
  emit('change', { declineIf: when && { when, reason: props.gate.declineIf?.reason ?? says.newReason } });
}
</script>

<template>
  <SpanField
    id="gate-target"
    unit="days"
    :model-value="gate.target"
    :label="says.aimDays"
    :fault="faultAt('target.count')"
    @update:model-value="emit('change', { target: $event })"
  />
  <SpanField
    id="gate-limit"
    unit="days"
    :model-value="gate.limit"
    :label="says.limitDays"
    :fault="faultAt('limit.count')"
    @update:model-value="emit('change', { limit: $event })"
  />
  <KitField
    id="gate-reader"
    :model-value="gate.reader"
    :label="says.whoReads"
    :help="says.whoReadsHelp"
    :fault="faultAt('reader')"
    @update:model-value="emit('change', { reader: $event })"
  />
  <KitChoice
    :model-value="String(gate.yes ?? 1)"
    :label="says.howManyYes"
    :items="howMany"
    @update:model-value="emit('change', { yes: $event === '1' ? undefined : Number($event) })"
  />
  <VRadioGroup
    class="kit-tick"
    :label="says.ifOut"
    :model-value="gate.then"
    @update:model-value="emit('change', { then: $event as Gate['then'] })"
  >
    <VRadio :label="says.thenClose" value="close" />
    <VRadio :label="says.thenAgain" value="askAgain" />
    <VRadio :label="says.thenAdmit" value="admit" />
  </VRadioGroup>
  <SpanField
    v-if="gate.then === 'askAgain'"
    id="gate-extra"
    unit="days"
    :model-value="gate.extra"
    :label="says.extraDays"
    :fault="faultAt('extra.count')"
    @update:model-value="emit('change', { extra: $event })"
  />
  <LetterChoice
    :model-value="gate.reminder"
    :label="says.letterReminder"
    @update:model-value="emit('change', { reminder: $event })"
    @write="emit('write', $event)"
  />
  <KitTicks
    class="gate-panel__wide"
    :model-value="gate.reviewers ?? []"
    :label="says.whoDecides"
    :help="says.whoDecidesHelp"
    :items="reviewers"
    @update:model-value="emit('change', { reviewers: $event.length ? ($event as StaffId[]) : undefined })"
  />
  <ConditionList
    id="gate-admit"
    class="gate-panel__wide"
    :label="says.admitIf"
    :always="says.never"
    :rule="gate.admitIf"
    :fields="fields"
    :fault="faultAt('admitIf')"
    @change="emit('change', { admitIf: $event })"
  />
  <div class="gate-panel__wide fieldset">
    <ConditionList
      id="gate-decline"
      :label="says.declineIf"
      :always="says.never"
      :rule="gate.declineIf?.when"
      :fields="fields"
      @change="declineIf"
    />
    <KitField
      v-if="gate.declineIf"
      id="gate-decline-reason"
      kind="longText"
      :model-value="gate.declineIf.reason"
      :label="says.reasonRead"
      :fault="faultAt('declineIf.reason')"
      @update:model-value="emit('change', { declineIf: { ...gate.declineIf, reason: $event } })"
    />
  </div>
</template>
