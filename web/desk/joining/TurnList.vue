<script setup lang="ts">
/** Where answers lead elsewhere: to another path, or to an end at once. */
import { computed } from 'vue';
import type { FieldItem } from '../../../core/fields';
import type { TurnOff } from '../../../core/joining';
import type { PathId } from '../../../core/kernel';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { beginsWith, conditionsOn, ruleOfKey } from '../rules/conditions';
import ConditionList from '../rules/ConditionList.vue';
import { joiningSays } from './joining.sentences';

const says = joiningSays(reader);
const props = defineProps<{
  turns: readonly TurnOff[];
  /** The path itself, which leads nowhere else by itself. */
  path: string;
  fields: readonly FieldItem[];
  faultAt: (at: string) => string | null;
}>();
const emit = defineEmits<{ change: [turns: TurnOff[]] }>();
const draft = useDraft();

const ways = computed(() => [
  ...draft
    .ofKind('path')
    .filter(({ id, body }) => id !== props.path && body['retired'] !== true)
    .map(({ id, body }) => ({ title: says.byPath({ path: String(body['title']) }), value: id })),
  { title: says.endsHere, value: '' },
]);
const put = (at: number, turn: TurnOff) =>
  emit(
    'change',
    props.turns.map((one, n) => (n === at ? turn : one)),
  );
const toward = (turn: TurnOff, way: string): TurnOff =>
  way === '' ? { when: turn.when, decline: says.newReason } : { when: turn.when, to: way as PathId };
const takeOut = (at: number) =>
  emit(
    'change',
    props.turns.filter((_, n) => n !== at),
  );
function add(): void {
  const first = conditionsOn(props.fields)[0]?.value ?? '';
  const when = ruleOfKey(first, beginsWith(first, props.fields), props.fields);
  const way = ways.value[0]!.value;
  if (when)
    emit('change', [...props.turns, way === '' ? { when, decline: says.newReason } : { when, to: way as PathId }]);
}
</script>

<template>
  <section>
    <div class="section-head">
      <h2>{{ says.otherWays }}</h2>
      <KitButton class="section-head__note" small :disabled="fields.length === 0" @click="add">{{
        says.addWay
      }}</KitButton>
    </div>
    <p v-if="turns.length === 0" class="empty">{{ says.oneWay }}</p>
    <div v-for="(turn, at) in turns" :id="`turns.${at}`" :key="at" class="turn">
      <ConditionList
        :id="`turn-${at}`"
        :label="says.ifSo"
        :always="says.never"
        :rule="turn.when"
        :fields="fields"
        @change="$event ? put(at, { ...turn, when: $event }) : takeOut(at)"
      />
      <div class="fieldset">
        <KitChoice
          :model-value="'to' in turn ? turn.to : ''"
          :label="says.theyGo"
          :items="ways"
          @update:model-value="put(at, toward(turn, $event))"
        />
        <KitField
          v-if="'decline' in turn"
          :id="`turn-reason-${at}`"
          kind="longText"
          :model-value="turn.decline"
          :label="says.reasonRead"
          :fault="faultAt(`turns.${at}.decline`)"
          @update:model-value="put(at, { when: turn.when, decline: $event })"
        />
        <KitButton kind="link" @click="takeOut(at)">{{ says.takeOut }}</KitButton>
      </div>
    </div>
  </section>
</template>
