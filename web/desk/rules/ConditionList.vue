<script setup lang="ts">
/** When something is so: always, or by answers, all of them or one. A rule of another shape stays as it is. */
import { computed } from 'vue';
import { describe } from '../../../core/doors';
import type { AnswerRule, FieldItem } from '../../../core/fields';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import BesideField from './BesideField.vue';
import { beginsWith, besideOf, choiceOf, choicesBeside, conditionsOn, ruleOfKey } from './conditions';
import { rulesSays } from './rules.sentences';

const says = rulesSays(reader);
const props = defineProps<{
  /** Names its inputs. */
  id: string;
  label: string;
  always: string;
  rule: AnswerRule | undefined;
  /** What may be asked about. */
  fields: readonly FieldItem[];
  fault?: string | null;
}>();
const emit = defineEmits<{ change: [rule: AnswerRule | undefined] }>();
const draft = useDraft();

const shape = computed(() => {
  const { rule } = props;
  if (!rule) return { mode: 'always', list: [] as AnswerRule[] };
  const [mode, list] = 'all' in rule ? ['all', rule.all] : 'any' in rule ? ['any', rule.any] : ['all', [rule]];
  const known = list.every((one) => choiceOf(one, props.fields).key !== '*');
  return known ? { mode, list: list as AnswerRule[] } : { mode: 'own', list: [] };
});
const offered = computed(() => conditionsOn(props.fields));
const modes = computed(() => [
  { title: props.always, value: 'always' },
  ...(offered.value.length
    ? [
        { title: says.ifAllHold, value: 'all' },
        { title: says.ifAnyHolds, value: 'any' },
      ]
    : []),
  ...(shape.value.mode === 'own' && draft.setup
    ? [{ title: says.asItIs({ rule: describe(props.rule!, draft.setup) }), value: 'own' }]
    : []),
]);
const made = (mode: string, list: AnswerRule[]) =>
  emit(
    'change',
    list.length === 0 ? undefined : mode === 'any' ? { any: list } : list.length === 1 ? list[0] : { all: list },
  );
const fresh = (key: string) => ruleOfKey(key, beginsWith(key, props.fields), props.fields);
const rows = computed(() => shape.value.list.map((one) => choiceOf(one, props.fields)));
function setMode(mode: string): void {
  if (mode === 'own') return;
  if (mode === 'always') return emit('change', undefined);
  const first = fresh(offered.value[0]?.value ?? '');
  made(mode, shape.value.list.length ? shape.value.list : first ? [first] : []);
}
function put(at: number, key: string, typed: string): void {
  // What cannot be taken yet is not: the rule stays whole, and counts as it is typed.
  const rule = ruleOfKey(key, typed, props.fields);
  if (rule)
    made(
      shape.value.mode,
      shape.value.list.map((one, n) => (n === at ? rule : one)),
    );
}
</script>

<template>
  <div class="conditions">
    <KitChoice
      :model-value="shape.mode"
      :label="label"
      :items="modes"
      :fault="fault ?? null"
      @update:model-value="setMode"
    />
    <div v-for="({ key, typed }, at) in rows" :key="at" class="conditions__one">
      <KitChoice
        :model-value="key"
        :label="says.conditionNumber({ number: at + 1 })"
        :items="offered"
        @update:model-value="put(at, $event, besideOf($event) === besideOf(key) ? typed : beginsWith($event, fields))"
      />
      <BesideField
        v-if="besideOf(key)"
        :id="`${id}-number-${at}`"
        :beside="besideOf(key)!"
        :choices="choicesBeside(key, fields)"
        :model-value="typed"
        @update:model-value="put(at, key, $event)"
      />
      <KitButton
        kind="link"
        :aria-label="says.takeOutNamed({ name: says.conditionNumber({ number: at + 1 }) })"
        @click="
          made(
            shape.mode,
            shape.list.filter((_, n) => n !== at),
          )
        "
        >{{ says.takeOut }}</KitButton
      >
    </div>
    <KitButton
      v-if="shape.list.length"
      kind="link"
      @click="made(shape.mode, [...shape.list, fresh(offered[0]!.value)!])"
      >{{ says.addCondition }}</KitButton
    >
  </div>
</template>

<style>
.conditions {
  display: flex;
  flex-direction: column;
  align-items: stretch;
  gap: 8px;
}
.conditions > .kit-button {
  align-self: flex-start;
}
.conditions__one {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 12px;
  align-items: end;
  padding-left: 12px;
  border-left: 3px double var(--rule2);
}
.conditions__one > .kit-button {
  padding-bottom: 7px;
}
</style>
