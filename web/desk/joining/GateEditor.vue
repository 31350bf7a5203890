<script setup lang="ts">
/** The settings of one gate, in place. */
import { computed } from 'vue';
import { VRadio } from 'vuetify/components/VRadio';
import { VRadioGroup } from 'vuetify/components/VRadioGroup';
import type { GateItem } from '../../../core/joining';
import type { Span } from '../../../core/kernel';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../reader';
import { useDraft } from '../setup/draft.store';
import { lettersSay } from '../letters/letters.sentences';
import { joiningSays } from './joining.sentences';

const says = joiningSays(reader);
const props = defineProps<{ gate: GateItem; number: number; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [gate: GateItem]; takeOut: []; write: [letter: string] }>();
const letterSays = lettersSay(reader);
const draft = useDraft();
const set = (change: object) => emit('change', { ...props.gate, ...change } as GateItem);
const letters = computed(() =>
  draft.ofKind('message').map(({ id, body }) => ({ title: String(body['title']), value: id })),
);
/** A count in one unit; what is no number stays as it is typed, and is marked. */
const count = (text: string): number => (/^\d+$/.test(text.trim()) ? Number(text) : (text as unknown as number));
/** A span is told and typed in one unit; another unit is left alone until it is typed anew. */
const perDay: Record<Span['unit'], number> = {
  minutes: 1 / 1440,
  hours: 1 / 24,
  days: 1,
  weeks: 7,
  months: 30,
  years: 365,
};
const inDays = ({ count: amount, unit }: Span): string =>
  typeof amount === 'number' ? String(Math.round(amount * perDay[unit] * 100) / 100) : String(amount);
const inHours = ({ count: amount, unit }: Span): string =>
  typeof amount === 'number' ? String(Math.round(amount * perDay[unit] * 24 * 100) / 100) : String(amount);
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
      <template v-if="gate.kind === 'confirmEmail'">
        <KitField
          id="gate-lifetime"
          kind="number"
          :model-value="inHours(gate.lifetime)"
          :label="says.codeLasts"
          :fault="faultAt('lifetime.count')"
          @update:model-value="set({ lifetime: { count: count($event), unit: 'hours' } })"
        />
        <KitField
          id="gate-limit"
          kind="number"
          :model-value="inDays(gate.limit)"
          :label="says.sweptAfter"
          :fault="faultAt('limit.count')"
          @update:model-value="set({ limit: { count: count($event), unit: 'days' } })"
        />
        <KitField
          id="gate-tries"
          kind="number"
          :model-value="String(gate.wrongTries)"
          :label="says.wrongTries"
          :fault="faultAt('wrongTries')"
          @update:model-value="set({ wrongTries: count($event) })"
        />
        <KitField
          id="gate-sends"
          kind="number"
          :model-value="String(gate.sendsADay)"
          :label="says.newCodes"
          :fault="faultAt('sendsADay')"
          @update:model-value="set({ sendsADay: count($event) })"
        />
        <div>
          <KitChoice
            :model-value="gate.message"
            :label="says.letterCode"
            :items="letters"
            @update:model-value="set({ message: $event })"
          />
          <KitButton
            kind="link"
            :aria-label="letterSays.writeNamed({ name: says.letterCode })"
            @click="emit('write', gate.message)"
            >{{ letterSays.write }}</KitButton
          >
        </div>
      </template>
      <template v-else>
        <KitField
          id="gate-target"
          kind="number"
          :model-value="inDays(gate.target)"
          :label="says.aimDays"
          :fault="faultAt('target.count')"
          @update:model-value="set({ target: { count: count($event), unit: 'days' } })"
        />
        <KitField
          id="gate-limit"
          kind="number"
          :model-value="inDays(gate.limit)"
          :label="says.limitDays"
          :fault="faultAt('limit.count')"
          @update:model-value="set({ limit: { count: count($event), unit: 'days' } })"
        />
        <KitField
          id="gate-reader"
          :model-value="gate.reader"
          :label="says.whoReads"
          :help="says.whoReadsHelp"
          :fault="faultAt('reader')"
          @update:model-value="set({ reader: $event })"
        />
        <VRadioGroup
          class="kit-tick"
          :label="says.ifOut"
          :model-value="gate.then"
          @update:model-value="set({ then: $event })"
        >
          <VRadio :label="says.thenClose" value="close" />
          <VRadio :label="says.thenAgain" value="askAgain" />
          <VRadio :label="says.thenAdmit" value="admit" />
        </VRadioGroup>
        <div class="fieldset">
          <KitField
            v-if="gate.then === 'askAgain'"
            id="gate-extra"
            kind="number"
            :model-value="inDays(gate.extra)"
            :label="says.extraDays"
            :fault="faultAt('extra.count')"
            @update:model-value="set({ extra: { count: count($event), unit: 'days' } })"
          />
          <div>
            <KitChoice
              :model-value="gate.reminder"
              :label="says.letterReminder"
              :items="letters"
              @update:model-value="set({ reminder: $event })"
            />
            <KitButton
              kind="link"
              :aria-label="letterSays.writeNamed({ name: says.letterReminder })"
              @click="emit('write', gate.reminder)"
              >{{ letterSays.write }}</KitButton
            >
          </div>
        </div>
      </template>
    </div>
  </div>
</template>
