<script setup lang="ts">
/** The settings of one gate, in place: its name, whom it is for, and what its kind has beside. */
import { computed } from 'vue';
import type { FieldItem } from '../../../core/fields';
import type { OwnGate } from '../../../core/joining';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import ConditionList from '../rules/ConditionList.vue';
import { provideAsked } from './gates/asked';
import { gateSettings } from './gates/settings';
import { joiningSays } from './joining.sentences';

const says = joiningSays(reader);
const props = defineProps<{
  gate: OwnGate;
  number: number;
  /** What may be asked about: the answers of those who come here. */
  fields: readonly FieldItem[];
  faultAt: (at: string) => string | null;
}>();
const emit = defineEmits<{ change: [gate: OwnGate]; takeOut: []; write: [letter: string] }>();
provideAsked(computed(() => props.fields));
const set = (change: object) => emit('change', { ...props.gate, ...change } as OwnGate);
</script>

<template>
  <div class="gate-panel fieldset">
    <div class="fieldset__foot">
      <h3>{{ says.gateNumber({ number, title: gate.title }) }}</h3>
      <span class="fieldset__end">
        <slot name="moves" />
        <KitButton small kind="danger" @click="emit('takeOut')">{{ says.removeGate }}</KitButton>
      </span>
    </div>
    <div class="fieldset__three">
      <KitField
        id="gate-title"
        :model-value="gate.title"
        :label="says.gateName"
        :fault="faultAt('title')"
        @update:model-value="set({ title: $event })"
      />
      <component
        :is="gateSettings[gate.kind]"
        :gate="gate as never"
        :fault-at="faultAt"
        @change="set"
        @write="emit('write', $event)"
      />
      <ConditionList
        id="gate-when"
        class="gate-panel__wide"
        :label="says.whoPasses"
        :always="says.everybody"
        :rule="gate.when"
        :fields="fields"
        :fault="faultAt('when')"
        @change="set({ when: $event })"
      />
    </div>
  </div>
</template>
