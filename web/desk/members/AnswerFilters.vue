<script setup lang="ts">
/** Who is shown by what is known of them: each condition a tag that can be taken off, and one about answers can be added. */
import { computed, nextTick, ref } from 'vue';
import { describe, type Known, type Rule } from '../../../core/doors';
import { AnswerRule } from '../../../core/fields';
import KitSelect from '../../kit/fields/KitSelect.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import BesideField from '../rules/BesideField.vue';
import {
  beginningsOf,
  beginsWith,
  besideOf,
  choicesBeside,
  conditionsOn,
  ruleOfKey,
  sayCondition,
  wrongBeside,
} from '../rules/conditions';
import { rulesSays } from '../rules/rules.sentences';
import { membersSays } from './members.sentences';

const says = { ...rulesSays(reader), ...membersSays(reader) };
const props = defineProps<{ where: readonly Rule[]; known: Known }>();
const emit = defineEmits<{ change: [where: Rule[]] }>();
const fields = computed(() => [...props.known.fields.values()]);
/** A condition on an answer as it was chosen here; a rule that came from a door as that one reads. */
const said = (rule: Rule): string => {
  const { data } = 'fact' in rule ? AnswerRule.safeParse(rule) : {};
  return data ? sayCondition(data, fields.value) : describe(rule, props.known);
};

/** Name and address are searched for as one types, and are no answers. */
const offered = computed(() =>
  fields.value.filter(({ role }) => !role).flatMap((field) => [...conditionsOn([field]), ...beginningsOf([field])]),
);
const adding = ref(false);
const chosen = ref('');
const typed = ref('');
const fault = ref<string | null>(null);
const beside = computed(() => besideOf(chosen.value));

async function begin(): Promise<void> {
  adding.value = true;
  [chosen.value, typed.value, fault.value] = ['', '', null];
  await nextTick();
  document.querySelector<HTMLElement>('.answer-filters__new input')?.focus();
}
function choose(key: string): void {
  [chosen.value, fault.value] = [key, null];
  // One of many answers is chosen from a list, which shows one; numbers, letters and days are typed.
  typed.value = beside.value === 'choice' ? beginsWith(key, fields.value) : '';
  if (key && beside.value === null) add();
}
function add(): void {
  fault.value = wrongBeside(chosen.value, typed.value.trim());
  if (fault.value) return;
  const rule = ruleOfKey(chosen.value, typed.value.trim(), fields.value);
  if (rule) emit('change', [...props.where, rule]);
  adding.value = false;
}
const without = (at: number) =>
  emit(
    'change',
    props.where.filter((_, n) => n !== at),
  );
</script>

<template>
  <div class="answer-filters">
    <span v-for="(rule, at) in where" :key="at" class="answer-filters__one">
      {{ said(rule) }}
      <KitButton kind="link" :aria-label="says.takeOutNamed({ name: said(rule) })" @click="without(at)">×</KitButton>
    </span>
    <form v-if="adding" class="answer-filters__new" @submit.prevent="add" @keydown.esc.stop="adding = false">
      <KitSelect
        class="answer-filters__pick"
        :label="says.newCondition"
        :model-value="chosen"
        :items="[{ title: says.chooseCondition, value: '' }, ...offered]"
        @update:model-value="choose"
      />
      <BesideField
        v-if="beside"
        id="filter-typed"
        v-model="typed"
        class="answer-filters__beside"
        :beside="beside"
        :choices="choicesBeside(chosen, fields)"
        :fault="fault"
        @update:model-value="fault = null"
      />
      <KitButton v-if="beside" small type="submit">{{ says.add }}</KitButton>
      <KitButton small kind="link" @click="adding = false">{{ says.cancel }}</KitButton>
    </form>
    <KitButton v-else kind="link" :disabled="where.length >= 20" @click="begin">{{ says.addCondition }}</KitButton>
    <span class="answer-filters__end"><slot /></span>
  </div>
</template>

<style>
.answer-filters {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  padding-bottom: 8px;
}
.answer-filters__one {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  padding-left: 10px;
  border: 1px solid var(--rule2);
  border-radius: 3px;
  background: var(--input);
  max-width: 100%;
  overflow-wrap: anywhere;
}
.answer-filters__one .kit-button {
  min-width: 28px;
  min-height: 28px;
  text-decoration: none;
}
.answer-filters__end {
  margin-left: auto;
}
.answer-filters__new {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px 12px;
}
.answer-filters__beside {
  min-width: 140px;
  max-width: 100%;
}
.answer-filters__pick {
  width: 280px;
  max-width: 100%;
}
@media print {
  .answer-filters .kit-button,
  .answer-filters__new {
    display: none;
  }
}
</style>
