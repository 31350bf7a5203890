<script setup lang="ts">
/** Who is shown by what they have answered: each condition a tag that can be taken off, and one more can be added. */
import { computed, nextTick, ref } from 'vue';
import type { AnswerRule, FieldItem } from '../../../core/fields';
import KitField from '../../kit/fields/KitField.vue';
import KitSelect from '../../kit/fields/KitSelect.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../reader';
import { beginningsOf, conditionsOn, ruleOfKey, sayCondition, startsWith } from '../rules/conditions';
import { rulesSays } from '../rules/rules.sentences';
import { membersSays } from './members.sentences';

const says = { ...rulesSays(reader), ...membersSays(reader) };
const props = defineProps<{ where: readonly AnswerRule[]; fields: readonly FieldItem[] }>();
const emit = defineEmits<{ change: [where: AnswerRule[]] }>();

/** Name and address are searched for as one types, and are no answers. */
const offered = computed(() =>
  props.fields.filter(({ role }) => !role).flatMap((field) => [...conditionsOn([field]), ...beginningsOf([field])]),
);
const adding = ref(false);
const chosen = ref('');
const typed = ref('');
const fault = ref<string | null>(null);
/** What is typed beside a condition of that sign: a number, letters, or nothing. */
const asksFor = computed(() => (/[<>]$/.test(chosen.value) ? 'number' : chosen.value.endsWith('^') ? 'text' : null));

async function begin(): Promise<void> {
  adding.value = true;
  [chosen.value, typed.value, fault.value] = ['', '', null];
  await nextTick();
  document.querySelector<HTMLElement>('.answer-filters__new input')?.focus();
}
function choose(key: string): void {
  [chosen.value, typed.value, fault.value] = [key, '', null];
  if (key && asksFor.value === null) add();
}
function add(): void {
  const text = typed.value.trim();
  const number = Number(text.replace(',', '.'));
  if (asksFor.value === 'number' && (text === '' || !Number.isFinite(number))) fault.value = says.typeNumber;
  else if (asksFor.value === 'text' && text === '') fault.value = says.typeLetters;
  if (fault.value) return;
  const rule =
    asksFor.value === 'text' ? startsWith(chosen.value, text) : ruleOfKey(chosen.value, number, props.fields);
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
      {{ sayCondition(rule, fields) }}
      <KitButton kind="link" :aria-label="says.takeOutNamed({ name: sayCondition(rule, fields) })" @click="without(at)"
        >×</KitButton
      >
    </span>
    <form v-if="adding" class="answer-filters__new" @submit.prevent="add" @keydown.esc.stop="adding = false">
      <KitSelect
        class="answer-filters__pick"
        :label="says.newCondition"
        :model-value="chosen"
        :items="[{ title: says.chooseCondition, value: '' }, ...offered]"
        @update:model-value="choose"
      />
      <KitField
        v-if="asksFor"
        id="filter-typed"
        v-model="typed"
        :kind="asksFor === 'number' ? 'number' : 'text'"
        :label="asksFor === 'number' ? says.theNumber : says.theLetters"
        :fault="fault"
        @update:model-value="fault = null"
      />
      <KitButton v-if="asksFor" small type="submit">{{ says.add }}</KitButton>
      <KitButton small kind="link" @click="adding = false">{{ says.cancel }}</KitButton>
    </form>
    <KitButton v-else kind="link" :disabled="where.length >= 20" @click="begin">{{ says.addCondition }}</KitButton>
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
.answer-filters__new {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px 12px;
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
